import Box from "@mui/material/Box";
import ButtonBase from "@mui/material/ButtonBase";
import { placeWords, type CountReason } from "../../core/bench/index.ts";
import type { Guide } from "../../core/guide/index.ts";
import { MONO } from "../theme.ts";
import { Key } from "./panel.tsx";
import type { ScrewStep } from "./view.ts";

/** What has been entered for the screws of the present step. */
export interface Draft {
  readonly count: number;
  readonly cell: number | undefined;
  readonly reason: CountReason | undefined;
}

const REASONS: Readonly<Record<CountReason, { readonly out: string; readonly back: string }>> = {
  "missing-at-intake": { out: "Was missing when it came in", back: "Was missing when it came in" },
  stuck: { out: "Stuck: it stays in", back: "Will not go in: it stays out" },
  lost: { out: "Lost on the way", back: "Lost on the way" },
  found: { out: "More than the guide says", back: "Another one found or put in" },
};

/** The reasons that fit a count, in the order of their keys 1, 2, 3. */
export function reasonsFor(count: number, expected: number): readonly CountReason[] {
  if (count === expected) return [];
  return count > expected ? ["found"] : ["missing-at-intake", "stuck", "lost"];
}

const round = {
  width: 56,
  height: 56,
  borderRadius: "6px",
  border: "1px solid var(--line)",
  bgcolor: "var(--card)",
  fontSize: 30,
  fontWeight: 700,
} as const;

interface CountProps {
  readonly guide: Guide;
  readonly id: string;
  readonly screws: ScrewStep;
  readonly isUp: boolean;
  readonly draft: Draft;
  readonly setDraft: (draft: Draft) => void;
}

/** Count with − and +, the reason when it differs, and the cell of the tray. */
export function CountBox({ guide, id, screws, isUp, draft, setDraft }: CountProps) {
  const to = (count: number) =>
    setDraft({ ...draft, count: Math.max(0, Math.min(200, count)), reason: undefined });
  const reasons = reasonsFor(draft.count, screws.expected);
  const off = Math.abs(draft.count - screws.expected);
  return (
    <Box sx={{ display: "grid", gap: 1.25 }}>
      <Box sx={{ display: "flex", alignItems: "center", gap: 1.25 }}>
        <ButtonBase aria-label="One less" sx={round} onClick={() => to(draft.count - 1)}>
          −
        </ButtonBase>
        <Box
          sx={{ fontFamily: MONO, fontSize: 44, lineHeight: 1, minWidth: 58, textAlign: "center" }}
          aria-label={`${draft.count} of ${screws.expected}`}
        >
          {draft.count}
        </Box>
        <ButtonBase aria-label="One more" sx={round} onClick={() => to(draft.count + 1)}>
          +
        </ButtonBase>
        <Box sx={{ fontSize: 20 }}>of {screws.expected}</Box>
        <Cell guide={guide} id={id} screws={screws} isUp={isUp} draft={draft} setDraft={setDraft} />
      </Box>
      {off > 0 && (
        <Box sx={{ fontSize: 20, fontWeight: 700 }}>
          {off} {draft.count < screws.expected ? "short" : "over"}. Why?
        </Box>
      )}
      {reasons.length > 0 && (
        <Box
          role="radiogroup"
          aria-label="Why the count differs"
          sx={{ display: "grid", gap: 0.75 }}
        >
          {reasons.map((reason, i) => (
            <ButtonBase
              key={reason}
              role="radio"
              aria-checked={draft.reason === reason}
              onClick={() => setDraft({ ...draft, reason })}
              sx={{
                minHeight: 48,
                justifyContent: "flex-start",
                gap: 1.5,
                px: 1.5,
                fontSize: 18,
                borderRadius: "6px",
                border: "2px solid",
                borderColor: draft.reason === reason ? "var(--mat)" : "var(--line)",
                bgcolor: draft.reason === reason ? "var(--matWash)" : "var(--card)",
              }}
            >
              <Key>{i + 1}</Key> {REASONS[reason][isUp ? "back" : "out"]}
            </ButtonBase>
          ))}
        </Box>
      )}
    </Box>
  );
}

function Cell({ guide, id, screws, isUp, draft, setDraft }: CountProps) {
  if (screws.joint.captive === true) return <Box sx={{ fontSize: 18, ml: "auto" }}>stay in</Box>;
  if (screws.lies !== "cells") {
    return (
      <Box sx={{ fontSize: 20, ml: "auto", maxWidth: 190, lineHeight: 1.2 }}>
        {isUp ? "they lie " : "lay them "}
        <b>{placeWords(guide, id, screws.lies, undefined)}</b>
      </Box>
    );
  }
  if (isUp) {
    return (
      <Box sx={{ fontSize: 20, ml: "auto" }}>
        from cell <b style={{ fontFamily: MONO, fontSize: 30 }}>{screws.cell ?? "?"}</b>
      </Box>
    );
  }
  return (
    <Box
      component="label"
      sx={{ fontSize: 20, ml: "auto", display: "flex", gap: 1, alignItems: "center" }}
    >
      into cell
      <Box
        component="input"
        type="number"
        min={1}
        max={200}
        value={draft.cell ?? ""}
        onChange={(event) => setDraft({ ...draft, cell: Number(event.target.value) || undefined })}
        sx={{
          width: 68,
          height: 48,
          fontFamily: MONO,
          fontSize: 28,
          textAlign: "center",
          color: "var(--ink)",
          bgcolor: "var(--copperWash)",
          border: "1px solid var(--copper)",
          borderRadius: "6px",
        }}
      />
    </Box>
  );
}
