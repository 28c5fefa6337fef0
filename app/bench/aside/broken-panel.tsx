import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import { useState } from "react";
import { BREAKAGES, type Breakage, type Entry } from "../../../core/bench/index.ts";
import type { Guide } from "../../../core/guide/index.ts";
import { BREAK_WORDS, STUCK_PLUG, thingNames } from "../../../core/words/index.ts";
import { Choice } from "../../ui/choice.tsx";
import { BenchField } from "../screen/bench-field.tsx";
import { BigButton, StepLine } from "../screen/panel.tsx";

/** It broke in the hand: what, how it was mended or left, who tells the customer. */
export function BrokenPanel({
  guide,
  at,
  isDown,
  onBroke,
  onClose,
}: {
  guide: Guide;
  /** What the step is about; it is chosen to begin with. */
  at: string | undefined;
  /** On the way down something can come undone by itself; on the way up it is not in. */
  isDown: boolean;
  onBroke: (entry: Entry) => void;
  onClose: () => void;
}) {
  const names = thingNames(guide);
  const [thing, setThing] = useState(at ?? names[0]!.value);
  const [picked, setPicked] = useState<Breakage>();
  const [how, setHow] = useState("");
  const offered = BREAKAGES.filter(
    (one) => one !== "undone" || (isDown && Object.hasOwn(guide.joints, thing)),
  );
  const what = offered.find((one) => one === picked);
  const keep = (tells: "technician" | "desk") => {
    if (what) onBroke({ do: "broke", what, at: thing, how: how.trim(), tells });
  };
  return (
    <div className="stack">
      <StepLine>It broke</StepLine>
      <Choice label="Where it broke" value={thing} options={names} choose={setThing} />
      <ToggleButtonGroup
        exclusive
        aria-label="What broke"
        value={what}
        onChange={(_, chosen: Breakage | null) => chosen && setPicked(chosen)}
        className="breakages"
      >
        {offered.map((one) => (
          <ToggleButton key={one} value={one} className="breakage">
            {BREAK_WORDS[one].name}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      <div className="stack stack-tight say" aria-live="polite">
        {what === undefined ? (
          <span className="soft">{STUCK_PLUG}</span>
        ) : (
          BREAK_WORDS[what].remedies.map((words) => <span key={words}>{words}</span>)
        )}
      </div>
      {what !== undefined && (
        <>
          <BenchField
            label="How it was mended, or left"
            inputProps={{ maxLength: 300 }}
            value={how}
            onChange={(event) => setHow(event.target.value)}
          />
          <div className="row row-tight">
            <BigButton onClick={() => keep("desk")}>Keep: the desk tells</BigButton>
            <BigButton tone="plain" onClick={() => keep("technician")}>
              I tell
            </BigButton>
          </div>
        </>
      )}
      <div className="row row-tight">
        <BigButton tone="plain" hint="Esc" onClick={onClose}>
          Back
        </BigButton>
      </div>
    </div>
  );
}
