import { data, redirect, useFetcher } from "react-router";
import { reader } from "../../core/base/ajv.ts";
import { PHRASE_LENGTH } from "../../core/people/index.ts";
import { signInErrorWords } from "../../core/words/index.ts";
import { shop } from "../../shop/open.server.ts";
import { signIn } from "../../shop/people/index.server.ts";
import { ownPath } from "../frame/own-path.ts";
import { keepSession, readScreen, readToken, whoIn } from "../frame/session.server.ts";
import { whoToChoose } from "../frame/who-to-choose.server.ts";
import { PinPad } from "../people/pin-pad.tsx";
import { Page } from "../ui/page.tsx";
import { readForm } from "../ui/read-form.server.ts";
import type { Route } from "./+types/sign-in";

export const meta: Route.MetaFunction = () => [{ title: "Sign in · Brisk Bench" }];

export async function loader({ request, context }: Route.LoaderArgs) {
  const to = ownPath(new URL(request.url).searchParams.get("to"));
  if (whoIn(context)) throw redirect(to);
  return { people: await whoToChoose((await shop()).db), to };
}

interface Asked {
  readonly person: string;
  readonly pin: string;
  readonly to?: string;
  /** The page stays where it is: the screen was handed over. */
  readonly stay?: string;
}
const readAsked = reader<Asked>({
  type: "object",
  required: ["person", "pin"],
  properties: {
    person: { type: "string", maxLength: 120 },
    pin: { type: "string", maxLength: PHRASE_LENGTH.most },
    to: { type: "string", maxLength: 2000 },
    stay: { const: "yes" },
  },
});

/** Lets somebody in at this screen. */
export async function action({ request }: Route.ActionArgs) {
  const asked = await readForm(request, readAsked);
  if (!asked.ok) return data({ error: "Choose a name and type its PIN." }, { status: 400 });
  const { person, pin, to, stay } = asked.value;
  const here = await shop();
  const screen = await readScreen(here, request);
  const before = await readToken(here, request);
  const address = request.headers.get("X-Bench-Address") ?? "here";
  const now = new Date();
  const came = await signIn(here.db, { person, pin, address, screen, now, before });
  if (!came.ok) {
    const status = came.error.type === "wait" ? 429 : 403;
    return data({ error: signInErrorWords(came.error) }, { status });
  }
  const headers = await keepSession(here, request, { token: came.value, screen });
  if (stay === "yes") return data({ error: undefined }, { headers });
  throw redirect(ownPath(to ?? null), { headers });
}

export default function SignIn({ loaderData: { people, to } }: Route.ComponentProps) {
  const fetcher = useFetcher<{ error: string | undefined }>();
  return (
    <Page title="Brisk Bench: who is working?">
      <div style={{ maxWidth: 720 }}>
        <PinPad
          people={people}
          error={fetcher.data?.error}
          isBusy={fetcher.state !== "idle"}
          onPin={(person, pin) =>
            void fetcher.submit({ person, pin, to }, { method: "post", action: "/sign-in" })
          }
        />
        <p>
          Forgot your PIN? The lead gives you a new one under <i>Shop</i>.
        </p>
      </div>
    </Page>
  );
}
