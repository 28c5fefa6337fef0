import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import { type Guide, mainView } from "../../core/guide/index.ts";
import { capital, holdsWords, jointWord, partWord, wordList } from "../../core/words/index.ts";
import { bareJoints, useLayers } from "./layers-off.tsx";
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
            inTheWay: new Set(),
            ahead: bareJoints(guide, out),
          }}
          onTap={choose}
          isNamed
        />
      </Box>
      <Typography role="status" sx={{ mt: 1, minHeight: 26 }}>
        {chosen === undefined ? "Tap a part or a mark." : describe(guide, chosen)}
      </Typography>
    </Box>
  );
}

function describe(guide: Guide, id: string): string {
  const over = guide.covers.filter((cover) => cover.over.includes(id)).map(({ part }) => part);
  const under =
    over.length === 0 ? "" : ` Under the ${wordList(over.map((x) => partWord(guide, x)))}.`;
  const part = guide.parts[id];
  if (part) return `${part.name}.${under} ${part.care ?? part.note ?? ""}`;
  const joint = guide.joints[id];
  if (!joint) return "";
  return `${capital(jointWord(guide, id))}. ${holdsWords(guide, id)}${under} ${joint.care ?? ""}`;
}
