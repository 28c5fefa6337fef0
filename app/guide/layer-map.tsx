import Box from "@mui/material/Box";
import Slider from "@mui/material/Slider";
import Typography from "@mui/material/Typography";
import { useMemo, useState } from "react";
import { type Guide, mainView, peelLevels } from "../../core/guide/index.ts";
import { capital, holdsWords, jointWord, partWord, wordList } from "../../core/words/index.ts";
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
  const levels = useMemo(() => peelLevels(guide), [guide]);
  const deepest = Math.max(...levels.values());
  const [view, setView] = useState(() => mainView(guide));
  const [peeled, setPeeled] = useState(1);
  const out = new Set([...levels].filter(([, level]) => level < peeled).map(([id]) => id));
  return (
    <Box>
      <Box sx={{ display: "flex", flexWrap: "wrap", gap: 3, alignItems: "center", mb: 1 }}>
        <ViewChoice guide={guide} view={view} choose={setView} />
        <Box sx={{ display: "flex", gap: 2, alignItems: "center", width: 320 }}>
          <span id="layers-off" style={{ whiteSpace: "nowrap" }}>
            Layers off
          </span>
          <Slider
            size="small"
            min={0}
            max={deepest}
            marks
            value={peeled}
            onChange={(_, value) => setPeeled(value)}
            aria-labelledby="layers-off"
            valueLabelDisplay="auto"
          />
        </Box>
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
            ahead: new Set(Object.keys(guide.joints).filter((id) => !isUnder(guide, id, out))),
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

/** Whether a part that is still in place is over a joint. */
const isUnder = (guide: Guide, joint: string, out: ReadonlySet<string>): boolean =>
  guide.covers.some(({ part, over }) => over.includes(joint) && !out.has(part));

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
