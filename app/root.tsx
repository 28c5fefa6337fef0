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
import { readPreferences } from "./frame/preferences.server.ts";
import { actFor } from "./frame/act.server.ts";
import { ZoneContext } from "./ui/days.ts";
import { themeFor } from "./ui/theme.ts";

export async function loader({ request }: Route.LoaderArgs) {
  const [{ people, act, shop }, { lamp }] = await Promise.all([
    actFor(request),
    readPreferences(request),
  ]);
  return { people, who: act.actor, lamp: lamp ?? ("up" as const), zone: shop.zone };
}

/** People, who is working and the lamp change by their own settings, by nothing else on a page. */
export function shouldRevalidate({
  formAction,
  defaultShouldRevalidate,
}: ShouldRevalidateFunctionArgs) {
  return formAction === undefined ? defaultShouldRevalidate : formAction === "/settings";
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
            {root && <Bar people={root.people} who={root.who} lamp={lamp} />}
            {children}
          </ZoneContext>
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
