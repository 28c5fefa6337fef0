import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import type { Guide } from "../../core/guide/index.ts";
import type { Job } from "../../core/rules/index.ts";
import { BAY_HEIGHTS, bayFit, bayHeight } from "../../core/swap/index.ts";
import type { UsedUp } from "../../core/supply/index.ts";
import type { Work } from "../../core/ticket/index.ts";
import { jointWord, partWord, wordList } from "../../core/words/index.ts";
import { DriveBox, MemoryBox } from "../bench/swap/swap-arithmetic.tsx";
import { Choice } from "../ui/choice.tsx";

/** What is used up beside the parts, and, before an upgrade is bought, what fits. */
export function Fits({
  guide,
  job,
  work,
  usedUp,
}: {
  guide: Guide;
  job: Job;
  work: Work;
  usedUp: UsedUp | undefined;
}) {
  const kinds = job.for.map((id) => guide.parts[id]?.kind);
  const board = Object.values(guide.parts).find(({ memory }) => memory !== undefined);
  const slots = job.for.flatMap((id) => {
    const slot = guide.parts[id]?.slot;
    return slot ? [{ id, slot }] : [];
  });
  const bays = job.for.flatMap((id) => {
    const part = guide.parts[id];
    const isBay = part?.kind === "storage" || part?.kind === "optical";
    const height = isBay ? bayHeight(part) : undefined;
    return height === undefined ? [] : [{ id, height }];
  });
  const asksMemory = work === "upgrade" && kinds.includes("memory") && board?.memory;
  const words = usedUp ? usedUpWords(guide, usedUp) : [];
  const asksFit = work === "upgrade" && (asksMemory || slots.length + bays.length > 0);
  if (words.length === 0 && !asksFit) return null;
  return (
    <Box sx={{ display: "grid", gap: 2, mt: 3, maxWidth: 720 }}>
      {words.length > 0 && (
        <Box component="section" aria-label="Used up">
          <Typography variant="h2">Used up beside the parts</Typography>
          <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
            {words.map((one) => (
              <li key={one}>{one}</li>
            ))}
          </Box>
        </Box>
      )}
      {asksFit && (
        <Box component="section" aria-label="Does it fit">
          <Typography variant="h2">Does it fit?</Typography>
          {asksMemory && <MemoryBox facts={asksMemory} />}
          {slots.map(({ id, slot }) => (
            <DriveBox key={id} name={partWord(guide, id)} slot={slot} onMove={undefined} />
          ))}
          {bays.map(({ id, height }) => (
            <BayBox key={id} name={partWord(guide, id)} height={height} />
          ))}
        </Box>
      )}
    </Box>
  );
}

const BAY_WORDS = {
  fits: "✓ It fits.",
  spacer: "✓ It fits with a spacer: without one it lies loose.",
  "too-thick": "✗ Too thick: the cover does not close over it. Do not press it shut.",
} as const;

/** The height of a 2.5-inch drive, or of the caddy in an optical bay, against its place. */
function BayBox({ name, height }: { name: string; height: number }) {
  const [drive, setDrive] = useState<number>(height);
  const fit = bayFit(height, drive);
  return (
    <Box role="region" aria-label={`Bay of the ${name}`} sx={{ mt: 1 }}>
      <Typography>
        The bay of the {name} is {height} mm high; a caddy in an optical bay has the bay’s own
        height.
      </Typography>
      <Box sx={{ display: "flex", gap: 2, alignItems: "center", mt: 1 }}>
        <Choice
          label="What goes in, mm"
          value={drive}
          options={BAY_HEIGHTS.map((value) => ({ value, label: `${value} mm` }))}
          choose={setDrive}
        />
        <span>{BAY_WORDS[fit]}</span>
      </Box>
    </Box>
  );
}

function usedUpWords(guide: Guide, { joints, paste, pads, seals }: UsedUp): readonly string[] {
  const parts = (ids: readonly string[]) => wordList(ids.map((id) => partWord(guide, id)));
  return [
    ...joints.map((id) => `New ${jointWord(guide, id)}`),
    ...(paste.length > 0 ? [`Paste under the ${parts(paste)}`] : []),
    ...(seals.length > 0
      ? [`Breaks the ${parts(seals)}: the customer is asked first, and it is not renewed`]
      : []),
    ...(pads.length > 0 ? [`Pads: ${parts(pads)}`] : []),
  ];
}
