import type { Guide, ScrewsJoint } from "../../core/guide/index.ts";
import type { Deed, HoldsView, OpensView, ScrewView } from "../../core/practice/index.ts";
import { capital, jointWord, opensWords, partWord } from "../../core/words/index.ts";
import { CONNECTOR_TYPES } from "../../core/guide/index.ts";
import { ConnectorSign } from "../signs/connector-sign.tsx";
import { ScrewToken } from "../signs/screw-token.tsx";
import { Choices } from "./choices.tsx";

/** One question, four answers. */
export function Question({
  guide,
  view,
  does,
  isBusy,
}: {
  guide: Guide;
  view: OpensView | ScrewView | HoldsView;
  does: (deed: Deed) => void;
  isBusy: boolean;
}) {
  const { options, said, right, outcome } = view;
  const words = (id: string) => {
    const type = CONNECTOR_TYPES.find((one) => one === id);
    if (view.kind === "opens" && type) return opensWords(type);
    const joint = guide.joints[id];
    return joint?.kind === "screws" && view.kind === "screw" ? (
      <Lot guide={guide} id={id} joint={joint} />
    ) : (
      capital(jointWord(guide, id))
    );
  };
  const choices = options.map((id) => ({
    id,
    words: words(id),
    is: right.includes(id) ? ("right" as const) : id === said ? ("wrong" as const) : undefined,
  }));
  return (
    <>
      <Asked guide={guide} view={view} />
      <Choices
        label="Answers"
        choices={choices}
        choose={(answer) => does({ do: "say", answer })}
        isOn={!outcome && !isBusy}
      />
    </>
  );
}

function Asked({ guide, view }: { guide: Guide; view: OpensView | ScrewView | HoldsView }) {
  switch (view.kind) {
    case "opens":
      return (
        <>
          <h2 className="step-line">How does the {jointWord(guide, view.joint)} open?</h2>
          <ConnectorSign type={view.type} open={false} width={192} />
        </>
      );
    case "screw": {
      const { drive, length, headWidth, finish } = view.measured;
      return (
        <>
          <h2 className="step-line">This screw lay on the bench. Where does it belong?</h2>
          <ScrewToken screw={{ drive, length, finish }} />
          <p style={{ margin: 0 }}>
            Caliper: {length.toFixed(2)} mm long
            {headWidth !== undefined && `, head ${headWidth} mm`}. Drive {drive}
            {finish !== undefined && `, ${finish}`}.
          </p>
        </>
      );
    }
    case "holds":
      return (
        <>
          <h2 className="step-line">The {partWord(guide, view.stuck)} does not come off.</h2>
          <p style={{ margin: 0 }}>One of these still holds it. Which?</p>
        </>
      );
  }
}

const Lot = ({ guide, id, joint }: { guide: Guide; id: string; joint: ScrewsJoint }) => (
  <>
    {capital(jointWord(guide, id))}, {joint.drive}, {joint.thread} × {joint.length}
    {joint.head !== undefined && `, head ${joint.head}`}
  </>
);
