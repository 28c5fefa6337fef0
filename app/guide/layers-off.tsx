import Box from "@mui/material/Box";
import Slider from "@mui/material/Slider";
import { type ReactNode, useMemo, useState } from "react";
import { type Guide, peelLevels } from "../../core/guide/index.ts";

/** A slider that peels the machine, and the parts that are off by it. */
export function useLayers(guide: Guide): readonly [ReadonlySet<string>, ReactNode] {
  const levels = useMemo(() => peelLevels(guide), [guide]);
  const [peeled, setPeeled] = useState(1);
  const out = useMemo(
    () => new Set([...levels].filter(([, level]) => level < peeled).map(([id]) => id)),
    [levels, peeled],
  );
  const slider = (
    <Box key="layers" sx={{ display: "flex", gap: 2, alignItems: "center", width: 300 }}>
      <span id="layers-off" style={{ whiteSpace: "nowrap" }}>
        Layers off
      </span>
      <Slider
        size="small"
        min={0}
        max={Math.max(0, ...levels.values())}
        marks
        value={peeled}
        onChange={(_, value) => setPeeled(value)}
        aria-labelledby="layers-off"
        valueLabelDisplay="auto"
      />
    </Box>
  );
  return [out, slider];
}

/** Joints that nothing in place lies over. */
export const bareJoints = (guide: Guide, out: ReadonlySet<string>): ReadonlySet<string> =>
  new Set(
    Object.keys(guide.joints).filter(
      (id) => !guide.covers.some(({ part, over }) => over.includes(id) && !out.has(part)),
    ),
  );
