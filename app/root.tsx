import atkinsonText from "@fontsource-variable/atkinson-hyperlegible-next/wght.css?url";
import atkinsonMono from "@fontsource-variable/atkinson-hyperlegible-mono/wght.css?url";
import monoFile from "@fontsource-variable/atkinson-hyperlegible-mono/files/atkinson-hyperlegible-mono-latin-wght-normal.woff2?url";
import textFile from "@fontsource-variable/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-wght-normal.woff2?url";
import CssBaseline from "@mui/material/CssBaseline";
import { ThemeProvider } from "@mui/material/styles";
import { type ReactNode, useEffect, useMemo } from "react";
import {
  isRouteErrorResponse,
  Links,
  Meta,
  Outlet,
  Scripts,
  ScrollRestoration,
  useRouteLoaderData,
  type ShouldRevalidateFunctionArgs,
} from "react-router";
import type { Route } from "./+types/root";
import { Bar } from "./frame/bar.tsx";
import { Trouble } from "./ui/trouble.tsx";
import { allPeople } from "../data/people/index.server.ts";
import { shop } from "../shop/open.server.ts";
import { readLamp } from "./frame/preferences.server.ts";
import { door, whoIn } from "./frame/session.server.ts";
import { whoToChoose } from "./frame/who-to-choose.server.ts";
import { useNonce } from "./ui/nonce.ts";
import { STYLES_ON } from "./ui/style-data.ts";
import { ZoneContext } from "./ui/days.ts";
import { Scans } from "./frame/scans.tsx";
import { WaitingLine } from "./offline/waiting-line.tsx";
import { WhoContext } from "./ui/who.ts";
import { themeFor } from "./ui/theme.ts";

/** Nobody gets past it who is not signed in: pages, answers and files. */
export const middleware: Route.MiddlewareFunction[] = [door];

export async function loader({ request, context }: Route.LoaderArgs) {
  const lamp = (await readLamp(request)) ?? ("up" as const);
  const who = whoIn(context)?.person;
  const here = await shop();
  if (!who) return { lamp, zone: here.zone, who, people: [], choice: undefined };
  return {
    lamp,
    zone: here.zone,
    who,
    people: await allPeople(here.db),
    choice: await whoToChoose(here.db),
  };
}

const KEPT_BY: ReadonlySet<string> = new Set(["/settings", "/sign-in", "/sign-out", "/people"]);

/** People, who is working and the lamp change by their own settings, by nothing else on a page. */
export function shouldRevalidate({
  formAction,
  defaultShouldRevalidate,
}: ShouldRevalidateFunctionArgs) {
  return formAction === undefined ? defaultShouldRevalidate : KEPT_BY.has(formAction);
}

export const links: Route.LinksFunction = () => [
  { rel: "icon", href: "/favicon.svg", type: "image/svg+xml" },
  // Asked for with the page, so that no line moves when its letters arrive.
  ...[textFile, monoFile].map((href) => ({
    rel: "preload",
    href,
    as: "font" as const,
    type: "font/woff2",
    crossOrigin: "anonymous" as const,
  })),
  { rel: "stylesheet", href: atkinsonText },
  { rel: "stylesheet", href: atkinsonMono },
];

export function Layout({ children }: { children: ReactNode }) {
  const root = useRouteLoaderData<typeof loader>("root");
  const lamp = root?.lamp ?? "up";
  const nonce = useNonce();
  const theme = useMemo(() => themeFor(lamp), [lamp]);
  useEffect(() => {
    // The last effect of the first paint: from here on every key of the page is listened to.
    document.documentElement.dataset["awake"] = "yes";
  }, []);
  return (
    <html lang="en">
      <head>
        <meta charSet="utf-8" />
        <meta name="viewport" content="width=device-width, initial-scale=1" />
        <Meta />
        <Links />
        <meta name="emotion-insertion-point" content="" />
      </head>
      <body>
        <ThemeProvider theme={theme}>
          <CssBaseline />
          <ZoneContext value={root?.zone ?? "UTC"}>
            <WhoContext value={root?.who ?? "nobody"}>
              {root?.who && <Bar choice={root.choice} who={root.who} lamp={lamp} />}
              {root?.who && <Scans />}
              {root && <WaitingLine isIn={root.who !== undefined} />}
              {children}
            </WhoContext>
          </ZoneContext>
        </ThemeProvider>
        <script
          nonce={nonce}
          suppressHydrationWarning
          dangerouslySetInnerHTML={{ __html: STYLES_ON }}
        />
        <ScrollRestoration nonce={nonce} />
        <Scripts nonce={nonce} />
      </body>
    </html>
  );
}

export default function App() {
  return <Outlet />;
}

/** What an answer says in words: as a text, or as the error of a form. */
function wordsIn(data: unknown): string | undefined {
  const said: unknown =
    typeof data === "object" && data !== null && "error" in data ? data.error : data;
  return typeof said === "string" && said !== "" ? said : undefined;
}

const TITLES: Readonly<Record<number, string>> = { 403: "Not for you to do", 404: "Not here" };

export function ErrorBoundary({ error }: Route.ErrorBoundaryProps) {
  if (isRouteErrorResponse(error)) {
    const words = wordsIn(error.data);
    return (
      <Trouble
        title={TITLES[error.status] ?? "That did not work"}
        words={words}
        isBroken={error.status >= 500}
      />
    );
  }
  return <Trouble title="That did not work" isBroken />;
}
