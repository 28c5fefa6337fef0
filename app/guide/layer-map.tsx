import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import { useEffect, useState } from "react";
import { useRouteLoaderData } from "react-router";
import { type Guide, mainView, partsOver } from "../../core/guide/index.ts";
import type { FactSource } from "../../core/learn/index.ts";
import { nameOf, type Person } from "../../core/people/index.ts";
import {
  capital,
  holdsWords,
  jointWord,
  partWord,
  sourceWords,
  wordList,
} from "../../core/words/index.ts";
import { bareJoints, useLayers } from "./layers-off.tsx";
import { dayOfWords, useZone } from "../ui/days.ts";
import { ViewChoice } from "./view-choice.tsx";
import { MachineMap } from "../signs/map/machine-map.tsx";

/** The map, layer by layer: a slider peels the machine; a tap names what is there. */
export function LayerMap({
  guide,
  chosen,
  choose,
}: {
  guide: Guide;
  chosen: string | undefined;
  choose: (id: string) => void;
}) {
  const [view, setView] = useState(() => mainView(guide));
  const [out, layers] = useLayers(guide);
  const sources = useSources(guide);
  const over = sources.filter((one) => chosen !== undefined && one.over === chosen);
  const shown = over.length > 0 ? over : sources;
  const assumed = new Set(
    shown.flatMap(({ source, part }) => (source === "assumed" ? [part] : [])),
  );
  return (
    <Box>
      <Box sx={{ display: "flex", flexWrap: "wrap", gap: 3, alignItems: "center", mb: 1 }}>
        <ViewChoice guide={guide} view={view} choose={setView} />
        {layers}
      </Box>
      <Box
        sx={{
          height: { xs: 420, md: "calc(100vh - 300px)" },
          minHeight: 380,
          border: "1px solid var(--line)",
          borderRadius: "6px",
        }}
      >
        <MachineMap
          guide={guide}
          view={view}
          marks={{
            touched: new Set(chosen === undefined ? [] : [chosen]),
            out,
            inTheWay: new Set(over.map(({ part }) => part)),
            assumed,
            ahead: bareJoints(guide, out),
          }}
          onTap={choose}
          isNamed
        />
      </Box>
      <Typography role="status" sx={{ mt: 1, minHeight: 26 }}>
        {chosen === undefined ? "Tap a part or a mark." : describe(guide, chosen)}
        {assumed.size > 0 &&
          chosen === undefined &&
          " What is dashed is only assumed to lie over something."}
      </Typography>
      {chosen !== undefined && <Sources guide={guide} chosen={chosen} sources={sources} />}
    </Box>
  );
}

function describe(guide: Guide, id: string): string {
  const over = partsOver(guide, id);
  const under =
    over.length === 0 ? "" : ` Under the ${wordList(over.map((x) => partWord(guide, x)))}.`;
  const part = guide.parts[id];
  if (part) return `${part.name}.${under} ${part.care ?? part.note ?? ""}`;
  const joint = guide.joints[id];
  if (!joint) return "";
  return `${capital(jointWord(guide, id))}. ${holdsWords(guide, id)}${under} ${joint.care ?? ""}`;
}

const NONE: readonly FactSource[] = [];

/** Where the facts of a learnt guide come from: asked for by whoever looks at one. */
function useSources(guide: Guide): readonly FactSource[] {
  const [sources, setSources] = useState(NONE);
  useEffect(() => {
    if (guide.learnt === undefined) return setSources(NONE);
    let isStale = false;
    void import("../../core/learn/index.ts").then(({ sourcesOf }) => {
      if (!isStale) setSources(sourcesOf(guide));
    });
    return () => {
      isStale = true;
    };
  }, [guide]);
  return sources;
}

/** How each fact about a thing is known, by whom and when. */
function Sources({
  guide,
  chosen,
  sources,
}: {
  guide: Guide;
  chosen: string;
  sources: readonly FactSource[];
}) {
  const zone = useZone();
  const people = useRouteLoaderData<{ readonly people: readonly Person[] }>("root")?.people ?? [];
  const about = sources.filter((one) => (one.over ?? one.part) === chosen);
  if (about.length === 0) return null;
  return (
    <Box component="ul" aria-label="How it is known" sx={{ m: 0, pl: 2.5 }}>
      {about.map((one) => (
        <li key={`${one.part} ${one.over}`}>
          {sourceWords(guide, one)}
          {one.by !== undefined && ` ${nameOf(people, one.by)}`}
          {one.at !== undefined && `, ${dayOfWords(one.at, zone)}`}
        </li>
      ))}
    </Box>
  );
}
