import { HIDDEN } from "../../ui/hidden.ts";
import type { CountReason } from "../../../core/bench/index.ts";
import type { Guide } from "../../../core/guide/index.ts";
import { placeWords } from "../../../core/words/index.ts";
import { Key } from "../screen/panel.tsx";
import type { ScrewStep } from "../model/bench-view.ts";

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
    <div className="stack">
      <div className="row">
        <One label="One less" sign="−" onClick={() => to(draft.count - 1)} />
        <div className="count mono" aria-live="polite">
          {draft.count}
          <span style={HIDDEN}> of {screws.expected}</span>
        </div>
        <One label="One more" sign="+" onClick={() => to(draft.count + 1)} />
        <div className="say-big">of {screws.expected}</div>
        <Cell guide={guide} id={id} screws={screws} isUp={isUp} draft={draft} setDraft={setDraft} />
      </div>
      {screws.expected !== screws.joint.count && (
        <div className="say">
          The guide says {screws.joint.count};{" "}
          {isUp ? `${screws.expected} came out.` : `${screws.expected} went back in last time.`}
        </div>
      )}
      {off > 0 && (
        <div className="say-big strong">
          {off} {draft.count < screws.expected ? "short" : "over"}. Why?
        </div>
      )}
      {reasons.length > 0 && (
        <div role="radiogroup" aria-label="Why the count differs" className="stack stack-tight">
          {reasons.map((reason, i) => (
            <button
              key={reason}
              type="button"
              role="radio"
              aria-checked={draft.reason === reason}
              onClick={() => setDraft({ ...draft, reason })}
              className="press press-why"
            >
              <Key>{i + 1}</Key> {REASONS[reason][isUp ? "back" : "out"]}
            </button>
          ))}
        </div>
      )}
    </div>
  );
}

const One = ({ label, sign, onClick }: { label: string; sign: string; onClick: () => void }) => (
  <button type="button" aria-label={label} className="press press-one" onClick={onClick}>
    {sign}
  </button>
);

function Cell({ guide, id, screws, isUp, draft, setDraft }: CountProps) {
  if (screws.joint.captive === true) return <div className="lay">stay in</div>;
  if (screws.lies !== "cells") {
    return (
      <div className="lay">
        {isUp ? "they lie " : "lay them "}
        <b>{placeWords(guide, id, screws.lies, undefined)}</b>
      </div>
    );
  }
  if (isUp) {
    return (
      <div className="lay">
        from cell <span className="figure mono">{screws.cell ?? "?"}</span>
      </div>
    );
  }
  return (
    <label className="row row-tight say-big at-end">
      into cell
      <input
        type="number"
        min={1}
        max={200}
        value={draft.cell ?? ""}
        onChange={(event) => setDraft({ ...draft, cell: Number(event.target.value) || undefined })}
        className="cell mono"
      />
    </label>
  );
}
