import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Link from "@mui/material/Link";
import Typography from "@mui/material/Typography";
import type { ReactNode } from "react";
import { data, Link as RouterLink } from "react-router";
import { reader } from "../../core/base/ajv.ts";
import { type About, aboutSchema, SETUP_STEPS, type SetupStep } from "../../core/setup/index.ts";
import { findingWords, SETUP_WORDS } from "../../core/words/index.ts";
import {
  aboutOf,
  addExample,
  endSetup,
  examples,
  keepAbout,
  setupNow,
} from "../../shop/setup/index.server.ts";
import { actFor } from "../frame/act.server.ts";
import { allowed } from "../frame/allowed.server.ts";
import { AboutForm } from "../setup/about-form.tsx";
import { Examples } from "../setup/examples.tsx";
import { Fold } from "../ui/fold.tsx";
import { IfMay } from "../ui/if-may.tsx";
import { Page } from "../ui/page.tsx";
import { readBody, type Sent } from "../ui/read-body.server.ts";
import { useSend } from "../ui/use-send.ts";
import type { Route } from "./+types/setup";

export const meta: Route.MetaFunction = () => [{ title: "Set the shop up · Brisk Bench" }];

export async function loader({ context, request }: Route.LoaderArgs) {
  const { act } = await actFor(context, request);
  const { db } = act;
  const [about, setup, all] = await Promise.all([
    aboutOf(db),
    setupNow(db, act.now()),
    examples(db),
  ]);
  return { about, setup, examples: all };
}

type Asked =
  | { readonly does: "about"; readonly id: string; readonly about: About }
  | { readonly does: "example"; readonly id: string; readonly file: string }
  | { readonly does: "end"; readonly id: string };

const id = { type: "string", minLength: 1, maxLength: 120 };
const asked = (does: string, properties: object) => ({
  required: ["does", "id", ...Object.keys(properties)],
  additionalProperties: false,
  properties: { does: { const: does }, id, ...properties },
});
const readAsked = reader<Asked>({
  type: "object",
  required: ["does", "id"],
  discriminator: { propertyName: "does" },
  oneOf: [
    asked("about", { about: aboutSchema }),
    asked("example", { file: { type: "string", maxLength: 120 } }),
    asked("end", {}),
  ],
});

export const action = allowed(async ({ request, context }: Route.ActionArgs) => {
  const sent = await readBody(request, readAsked);
  if (!sent.ok) {
    return data<Sent>(
      { error: "Nothing was kept: a shop has a name, and its address has at most 400 letters." },
      { status: 400 },
    );
  }
  const { act } = await actFor(context);
  const { value } = sent;
  if (value.does === "about") await keepAbout(act, value.about);
  if (value.does === "end") await endSetup(act);
  if (value.does === "example") {
    const added = await addExample(act, value.file);
    if (!added.ok) {
      const why =
        added.error === "not-there"
          ? "There is no such example."
          : added.error.map(findingWords).join(" ");
      return data<Sent>({ error: `Nothing was added. ${why}` }, { status: 409 });
    }
  }
  return data<Sent>({ error: undefined });
});

/** Where a step is done, when it is not on this page. */
const PLACES: Readonly<Record<Exclude<SetupStep, "about" | "guides">, string>> = {
  rates: "/shop#rates",
  people: "/shop#people",
  hours: "/shop#hours",
  backup: "/shop#backup",
};

export default function SetupPage({ loaderData }: Route.ComponentProps) {
  const { about, setup, examples: all } = loaderData;
  const end = useSend("/setup");
  const isDone = (step: SetupStep): boolean => setup.done.includes(step);
  const body: Readonly<Record<SetupStep, ReactNode>> = {
    about: (
      <IfMay doing="rates">
        <AboutForm about={about} />
      </IfMay>
    ),
    guides: (
      <>
        <Typography sx={{ mb: 1 }}>
          A machine that nobody knows is learnt at its first strip-down. Guides and packs that you
          have are taken in under{" "}
          <Link component={RouterLink} to="/guides">
            Guides
          </Link>
          . To try things out, add an example: these machines are made up.
        </Typography>
        <IfMay doing="guide">
          <Examples all={all} />
        </IfMay>
      </>
    ),
    rates: <Elsewhere step="rates" />,
    people: <Elsewhere step="people" />,
    hours: <Elsewhere step="hours" />,
    backup: <Elsewhere step="backup" />,
  };
  return (
    <Page
      title="Set the shop up"
      actions={
        setup.isOver ? undefined : (
          <IfMay doing="rates" quiet>
            <Button
              variant="outlined"
              disabled={end.isBusy}
              onClick={() => end.send({ does: "end" })}
            >
              That is enough
            </Button>
          </IfMay>
        )
      }
    >
      <Typography sx={{ color: "var(--soft)", mb: 2 }}>
        {setup.done.length} of {SETUP_STEPS.length} done. Each can wait; all of it is found again
        under{" "}
        <Link component={RouterLink} to="/shop">
          Shop
        </Link>
        .
      </Typography>
      <Box sx={{ maxWidth: 820 }}>
        {SETUP_STEPS.map((step) => (
          <Fold
            key={step}
            title={SETUP_WORDS[step].name}
            line={isDone(step) ? "✓ done" : SETUP_WORDS[step].why}
            isOpen={!isDone(step)}
          >
            {body[step]}
          </Fold>
        ))}
      </Box>
    </Page>
  );
}

function Elsewhere({ step }: { step: keyof typeof PLACES }) {
  return (
    <Typography>
      <Link component={RouterLink} to={PLACES[step]}>
        {SETUP_WORDS[step].go}
      </Link>
    </Typography>
  );
}
