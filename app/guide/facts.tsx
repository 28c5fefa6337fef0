import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import { useMemo, useState } from "react";
import { type Guide, mainView, peelLevels } from "../../core/guide/index.ts";
import { capital, jointWord, partWord, wordList } from "../../core/words/index.ts";
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
  const views = Object.keys(guide.views);
  const [view, setView] = useState(() => mainView(guide));
  const [peeled, setPeeled] = useState(1);
  const out = new Set([...levels].filter(([, level]) => level < peeled).map(([id]) => id));
  return (
    <Box>
      <Box sx={{ display: "flex", gap: 3, alignItems: "center", mb: 1 }}>
        {views.map((id) => (
          <label key={id}>
            <input type="radio" checked={view === id} onChange={() => setView(id)} />{" "}
            {guide.views[id]!.name}
          </label>
        ))}
        <Box component="label" sx={{ display: "flex", gap: 1, alignItems: "center" }}>
          Layers off
          <input
            type="range"
            min={0}
            max={deepest}
            value={peeled}
            onChange={(event) => setPeeled(Number(event.target.value))}
          />
          <span className="mono">{peeled}</span>
        </Box>
      </Box>
      <Box sx={{ height: 430, border: "1px solid var(--line)", borderRadius: "6px" }}>
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
  const holds = wordList(joint.joins.map((x) => partWord(guide, x)));
  return `${capital(jointWord(guide, id))}: ${holds}.${under} ${joint.care ?? ""}`;
}

const table = {
  width: "100%",
  borderCollapse: "collapse",
  fontSize: 15,
  "& td, & th": { textAlign: "left", py: 0.5, pr: 2, borderTop: "1px solid var(--line)" },
} as const;

export function PartTable({ guide }: { guide: Guide }) {
  return (
    <Box component="table" sx={table}>
      <thead>
        <tr>
          <th>Part</th>
          <th>Kind</th>
          <th>Lies on</th>
          <th>Codes</th>
          <th>Handling</th>
          <th>Care and notes</th>
        </tr>
      </thead>
      <tbody>
        {Object.entries(guide.parts).map(([id, part]) => (
          <tr key={id}>
            <td>{part.name}</td>
            <td>{part.kind}</td>
            <td>{part.on === undefined ? "the frame" : partWord(guide, part.on)}</td>
            <td className="mono">{(part.codes ?? []).join(", ")}</td>
            <td>{(part.handling ?? []).join(", ")}</td>
            <td>{[part.care, part.note].filter(Boolean).join(" ")}</td>
          </tr>
        ))}
      </tbody>
    </Box>
  );
}

export function JointTable({ guide }: { guide: Guide }) {
  return (
    <Box component="table" sx={table}>
      <thead>
        <tr>
          <th>Joint</th>
          <th>What</th>
          <th>Joins</th>
          <th>Hides</th>
          <th>Care</th>
        </tr>
      </thead>
      <tbody>
        {Object.entries(guide.joints).map(([id, joint]) => (
          <tr key={id}>
            <td>{capital(jointWord(guide, id))}</td>
            <td className="mono">
              {joint.kind === "screws"
                ? `${joint.count} × ${joint.thread} × ${joint.length}, ${joint.drive}`
                : joint.kind === "connector"
                  ? joint.type
                  : joint.kind}
            </td>
            <td>{wordList(joint.joins.map((x) => partWord(guide, x)))}</td>
            <td>{joint.hidden ?? ""}</td>
            <td>{joint.care ?? ""}</td>
          </tr>
        ))}
      </tbody>
    </Box>
  );
}
