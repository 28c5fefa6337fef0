import { useMemo } from "react";
import { redirect, useRouteLoaderData, type ShouldRevalidateFunctionArgs } from "react-router";
import { readEvents } from "../../core/bench/index.ts";
import { troubleWords } from "../../core/words/index.ts";
import { benchPage } from "../../shop/bench/index.server.ts";
import "../bench/screen/bench.css";
import { BenchScreen } from "../bench/screen/bench-screen.tsx";
import { askGuide, guidePath, keepGuide, keptGuide } from "../bench/sync/kept-guide.ts";
import { pinnedGuide } from "../../shop/guide/index.server.ts";
import { actFor } from "../frame/act.server.ts";
import type { loader as rootLoader } from "../root.tsx";
import { foundOr404, ticketNumber, ticketOr404 } from "../ui/or-404.server.ts";
import { toTheMinute } from "../ui/days.ts";
import { Trouble } from "../ui/trouble.tsx";
import type { Route } from "./+types/bench";

export const meta: Route.MetaFunction = ({ params, loaderData }) => [
  { title: `Bench ${params.number} · Brisk Bench` },
  // The guide is asked for with a page from the server, not after it; kept, it is not asked for at all.
  ...(loaderData && import.meta.env.SSR
    ? [
        {
          tagName: "link",
          rel: "preload",
          as: "fetch",
          crossOrigin: "anonymous",
          href: guidePath(loaderData.page.guide),
        },
      ]
    : []),
];

export async function loader({ params, request, context }: Route.LoaderArgs) {
  const number = ticketNumber(params.number);
  const { act } = await actFor(context, request);
  const found = ticketOr404(number, await benchPage(act, number));
  if (!found.ok) throw new Response(troubleWords(found.error), { status: 409 });
  const page = found.value;
  if (!page.isHere) throw redirect(`/tickets/${number}`);
  // The page is drawn here with its guide, which does not travel with it: the browser keeps it.
  const guide = await pinnedGuide(act.db, page.guide.version, page.guide.code);
  await keepGuide(page.guide, foundOr404(guide, "There is no such version of a guide."));
  return { page, drawn: toTheMinute(Date.now()) };
}

/** Coming from another page: the guide of the ledger's version is asked for once, and kept. */
export async function clientLoader({ serverLoader }: Route.ClientLoaderArgs) {
  const loaded = await serverLoader();
  await askGuide(guidePath(loaded.page.guide));
  return loaded;
}

/** A note, a photo and the lamp are not the ledger's: what they change they bring with them. */
export function shouldRevalidate({
  formAction,
  formData,
  defaultShouldRevalidate,
}: ShouldRevalidateFunctionArgs) {
  if (formAction?.endsWith("/notes") || formAction?.endsWith("/photos")) return false;
  if (formAction === "/settings" && formData?.has("lamp")) return false;
  return defaultShouldRevalidate;
}

export default function Bench({ loaderData: { page, drawn } }: Route.ComponentProps) {
  const guide = keptGuide(page.guide);
  const root = useRouteLoaderData<typeof rootLoader>("root");
  const { number, machine, events: stored, guide: pinned, ...rest } = page;
  const events = useMemo(() => readEvents(stored, pinned), [stored, pinned]);
  const ticket = useMemo(() => ({ number, machine }), [number, machine]);
  if (!events.ok) return <Trouble title="This job" words={troubleWords(events.error)} />;
  return (
    <BenchScreen
      key={number}
      {...rest}
      drawn={drawn}
      ticket={ticket}
      guide={guide}
      pinned={pinned}
      events={events.value}
      people={root?.people ?? [page.who]}
    />
  );
}
