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
} from "react-router";
import { allPeople } from "../data/people/people.server.ts";
import { database } from "../data/database/open.server.ts";
import type { Route } from "./+types/root";
import { Bar } from "./frame/bar.tsx";
import { Trouble } from "./ui/trouble.tsx";
import { readPreferences } from "./frame/preferences.server.ts";
import { whoIs } from "./frame/who.server.ts";
import { themeFor } from "./ui/theme.ts";

export async function loader({ request }: Route.LoaderArgs) {
  const db = await database();
  const [people, who, { lamp }] = await Promise.all([
    allPeople(db),
    whoIs(db, request),
    readPreferences(request),
  ]);
  return { people, who, lamp: lamp ?? ("up" as const) };
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
  const theme = useMemo(() => themeFor(lamp), [lamp]);
  useEffect(() => {
    // The last effect of the first paint: from here on every key of the page is listened to.
    document.documentElement.dataset.awake = "yes";
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
          {root && <Bar people={root.people} who={root.who} lamp={lamp} />}
          {children}
        </ThemeProvider>
        <ScrollRestoration />
        <Scripts />
      </body>
    </html>
  );
}

export default function App() {
  return <Outlet />;
}

export function ErrorBoundary({ error }: Route.ErrorBoundaryProps) {
  if (isRouteErrorResponse(error)) {
    const words = typeof error.data === "string" && error.data !== "" ? error.data : undefined;
    return (
      <Trouble title={error.status === 404 ? "Not here" : "That did not work"} words={words} />
    );
  }
  return <Trouble title="That did not work" />;
}
