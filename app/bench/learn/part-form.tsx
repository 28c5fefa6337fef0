import { useState } from "react";
import { type Guide, PART_KINDS, type PartKind } from "../../../core/guide/index.ts";
import { enteredCover } from "../../../core/learn/index.ts";
import { capital, PART_KIND_WORDS } from "../../../core/words/index.ts";
import { Choice } from "../../ui/choice.tsx";
import { BigButton } from "../screen/panel.tsx";
import { Actions, useName } from "./learn-pieces.tsx";
import type { Learning } from "./use-learning.ts";

/** What is over something else, most often. */
const COVERS: readonly PartKind[] = [
  "cover",
  "bracket",
  "shield",
  ...PART_KINDS.filter((kind) => !["cover", "bracket", "shield", "palmrest"].includes(kind)),
];

/** A part that is over another: what it is called, where it lies. */
export function PartForm({
  guide,
  thing,
  learning,
  onDone,
}: {
  guide: Guide;
  thing: string;
  learning: Learning;
  onDone: () => void;
}) {
  const [part, setPart] = useState<PartKind>("cover");
  const [called, nameField] = useName(capital(PART_KIND_WORDS[part]));
  return (
    <div className="stack">
      <div className="row">
        <Choice
          label="Kind"
          value={part}
          options={COVERS.map((one) => ({ value: one, label: PART_KIND_WORDS[one] }))}
          choose={setPart}
        />
        {nameField}
      </div>
      <Actions onClose={onDone}>
        <BigButton
          onClick={() => {
            const met = { name: called, kind: part };
            learning.enter(enteredCover(guide, met, learning.about, learning.taps));
            onDone();
          }}
        >
          It is over the {thing}
        </BigButton>
      </Actions>
    </div>
  );
}
