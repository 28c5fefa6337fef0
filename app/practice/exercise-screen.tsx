import Button from "@mui/material/Button";
import { useEffect, useMemo, useState } from "react";
import type { Catalogue } from "../../core/find/index.ts";
import { type Guide, mainView } from "../../core/guide/index.ts";
import {
  type Damage,
  type Deed,
  gradeOf,
  type Setting,
  type View,
} from "../../core/practice/index.ts";
import { damageWords, outcomeWords } from "../../core/words/index.ts";
import { BigButton, Refused } from "../bench/screen/panel.tsx";
import { ViewChoice } from "../guide/view-choice.tsx";
import { MachineMap } from "../signs/map/machine-map.tsx";
import { Choice } from "../ui/choice.tsx";
import { Page } from "../ui/page.tsx";
import { useKeys } from "../ui/use-keys.ts";
import { useSend } from "../ui/use-send.ts";
import { BuildPanel } from "./build-panel.tsx";
import { FindPanel } from "./find-panel.tsx";
import { answersOn, marksOf } from "./marks.ts";
import { OrderPanel } from "./order-panel.tsx";
import { PasteExercise } from "./paste-exercise.tsx";
import { Question } from "./question-panel.tsx";
import { stepsOfTap } from "./taps.ts";

export interface ExerciseProps {
  readonly id: string;
  readonly title: string;
  readonly about: string;
  readonly guide: Guide;
  readonly setting: Setting;
  readonly view: View;
  readonly after: number;
  readonly faults: Catalogue | undefined;
}

/** An exercise: the machine on the left, what is asked on the right, how it came out at its end. */
export function ExerciseScreen(props: ExerciseProps) {
  const { id, title, about, guide, view, after, faults } = props;
  const sending = useSend(`/practice/${id}`);
  const next = useSend("/practice");
  const does = (deed: Deed): void => sending.send({ after, deed });
  const isOver = view.outcome !== undefined;
  useKeys({ Space: () => next.send({}) }, isOver && !next.isBusy);
  useKeys({ g: () => does({ do: "leave" }) }, !isOver && !sending.isBusy);
  const result = (
    <Result
      view={view}
      words={(one) => damageWords(guide, faults ?? NO_FAULTS, one)}
      errors={[sending.error, next.error]}
      isBusy={next.isBusy}
      goOn={() => next.send({})}
    />
  );
  return (
    <Page
      title={view.kind === "opens" && !isOver ? title : `${title}: ${about}`}
      actions={
        isOver ? undefined : (
          <Button
            variant="outlined"
            disabled={sending.isBusy}
            onClick={() => does({ do: "leave" })}
          >
            Give up <kbd className="key">G</kbd>
          </Button>
        )
      }
    >
      <div className="practice">
        {view.kind === "paste" ? (
          <PasteExercise view={view} isBusy={sending.isBusy} does={does}>
            {result}
          </PasteExercise>
        ) : (
          <>
            <Machine guide={guide} view={view} does={does} isBusy={sending.isBusy} />
            <div className="practice-side">
              {result}
              <Panel {...props} does={does} isBusy={sending.isBusy} />
            </div>
          </>
        )}
      </div>
    </Page>
  );
}

const NO_FAULTS = { causes: {} };

/** How it came out, and what went wrong; nothing while it goes on well. */
function Result({
  view: { outcome },
  words,
  errors,
  isBusy,
  goOn,
}: {
  view: View;
  words: (damage: Damage) => string;
  errors: readonly (string | undefined)[];
  isBusy: boolean;
  goOn: () => void;
}) {
  const said = errors.filter((one) => one !== undefined);
  return (
    <>
      {said.map((one) => (
        <Refused key={one}>{one}</Refused>
      ))}
      {outcome && (
        <div
          role="status"
          className={`practice-outcome${gradeOf(outcome) === "missed" ? " practice-missed" : ""}`}
        >
          <b>{outcomeWords(outcome)}</b>
          {outcome.damage.length > 0 && (
            <ul>
              {outcome.damage.map((one, i) => (
                <li key={i}>{words(one)}</li>
              ))}
            </ul>
          )}
          <div style={{ marginTop: 10 }}>
            <BigButton hint="Space" disabled={isBusy} onClick={goOn}>
              {isBusy ? "Setting it" : "Next exercise"}
            </BigButton>
          </div>
        </div>
      )}
    </>
  );
}

/** The machine as it lies there: what comes next in a strip-down, or an answer that lies on it, is tapped. */
function Machine({
  guide,
  view,
  does,
  isBusy,
}: {
  guide: Guide;
  view: Exclude<View, { kind: "paste" }>;
  does: (deed: Deed) => void;
  isBusy: boolean;
}) {
  const marks = useMemo(() => marksOf(guide, view), [guide, view]);
  const answers = useMemo(() => answersOn(guide, view), [guide, view]);
  const [first] = marks.touched;
  const own = viewOfThing(guide, first) ?? answers.find((one) => one !== undefined)?.view;
  const [side, setSide] = useState(own ?? mainView(guide));
  useEffect(() => {
    if (own) setSide(own);
  }, [own]);
  const tap = (thing: string): void => {
    const step =
      view.kind === "order" && !view.outcome ? stepsOfTap(guide, view, thing) : undefined;
    if (step && !isBusy) does({ do: "try", step });
    const isAnswer =
      (view.kind === "screw" || view.kind === "holds") && view.options.includes(thing);
    if (isAnswer && !view.outcome && !isBusy) does({ do: "say", answer: thing });
  };
  return (
    <div>
      {Object.keys(guide.views).length > 1 && (
        <div style={{ marginBottom: 8 }}>
          {Object.keys(guide.views).length > 4 ? (
            <Choice
              label="View"
              size="small"
              value={side}
              options={Object.entries(guide.views).map(([value, { name }]) => ({
                value,
                label: name,
              }))}
              choose={setSide}
            />
          ) : (
            <ViewChoice guide={guide} view={side} choose={setSide} />
          )}
        </div>
      )}
      <div className="practice-map">
        <MachineMap guide={guide} view={side} marks={marks} onTap={tap} spots={answers} isNamed />
      </div>
    </div>
  );
}

/** The view on which something is drawn. */
function viewOfThing({ parts, joints }: Guide, id: string | undefined): string | undefined {
  if (id === undefined) return undefined;
  return parts[id]?.shape?.view ?? joints[id]?.at?.[0]?.view;
}

function Panel({
  guide,
  view,
  faults,
  does,
  isBusy,
}: ExerciseProps & { does: (deed: Deed) => void; isBusy: boolean }) {
  switch (view.kind) {
    case "opens":
    case "screw":
    case "holds":
      return <Question guide={guide} view={view} does={does} isBusy={isBusy} />;
    case "order":
      return <OrderPanel guide={guide} view={view} does={does} isBusy={isBusy} />;
    case "build":
      return <BuildPanel guide={guide} view={view} does={does} isBusy={isBusy} />;
    case "find":
      return faults && <FindPanel faults={faults} view={view} does={does} isBusy={isBusy} />;
    case "paste":
      return null;
  }
}
