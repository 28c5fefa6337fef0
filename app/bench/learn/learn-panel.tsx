import ButtonBase from "@mui/material/ButtonBase";
import { type KeyboardEvent, useState } from "react";
import type { Guide } from "../../../core/guide/index.ts";
import { idFrom, type Spot } from "../../../core/learn/index.ts";
import { JOINT_KIND_WORDS, partWord } from "../../../core/words/index.ts";
import { StepLine } from "../screen/panel.tsx";
import { JointForm, MET, type MetJoint } from "./joint-form.tsx";
import { Radios } from "./learn-pieces.tsx";
import { PartForm } from "./part-form.tsx";
import { ViewTaking } from "./view-taking.tsx";
import type { Learning } from "./use-learning.ts";

type Kind = MetJoint | "part";
const KINDS: readonly { readonly value: Kind; readonly label: string }[] = [
  ...MET.map((value) => ({ value, label: JOINT_KIND_WORDS[value] })),
  { value: "part", label: "a part over it" },
];

/**
 * Something that the guide does not know yet: what it is, what it holds, where it sits. It is entered and undone with
 * one press; the taps on the map are its places.
 */
export function LearnPanel({
  ticket,
  guide,
  learning,
  onClose,
}: {
  ticket: number;
  guide: Guide;
  learning: Learning;
  onClose: () => void;
}) {
  const { about, taps, view } = learning;
  const [kind, setKind] = useState<Kind>("screws");
  const [isTaking, setTaking] = useState(false);
  const thing = partWord(guide, about);
  const facts = guide.views[view]!;
  const keep = (photo: string, corners: readonly Spot[]) => {
    const { name, posture, width, height } = facts;
    const id = idFrom("picture", (known) => Object.hasOwn(guide.views, known));
    const [side] = name.split(", picture");
    const seen = {
      name: `${side}, ${id.replace("-", " ")}`,
      posture,
      width,
      height,
      photo,
      corners: rounded(corners),
    };
    learning.enter({ sightings: [{ do: "view", view: id, facts: seen }] });
    learning.setView(id);
    setTaking(false);
  };
  if (isTaking) {
    return (
      <ViewTaking
        ticket={ticket}
        size={facts}
        name={facts.name}
        onKept={keep}
        onClose={() => setTaking(false)}
      />
    );
  }
  return (
    <div
      className="stack learn"
      // Out of a field again, so that the keys are the panel's.
      onKeyDown={(event: KeyboardEvent<HTMLElement>) => {
        if (event.key === "Escape") onClose();
      }}
    >
      <StepLine>What is in the way of the {thing}?</StepLine>
      <Radios label="What it is" value={kind} options={KINDS} choose={setKind} />
      <Radios
        label="View"
        value={view}
        options={viewsOf(guide).map(([id, { name }]) => ({ value: id, label: name }))}
        choose={learning.setView}
      >
        <ButtonBase className="press press-why" onClick={() => setTaking(true)}>
          Take a picture
        </ButtonBase>
      </Radios>
      <p className="say learn-taps" role="status">
        {kind === "part"
          ? "Tap two corners of it on the map, or each corner in turn round it, or none."
          : kind === "screws"
            ? `Tap each screw on the map: ${taps.length} so far.`
            : `Tap where it sits on the map: ${taps.length} so far.`}{" "}
        {taps.length > 0 && (
          <ButtonBase className="press press-why" onClick={learning.untap}>
            One tap less
          </ButtonBase>
        )}
      </p>
      {kind === "part" ? (
        <PartForm key={about} guide={guide} thing={thing} learning={learning} onDone={onClose} />
      ) : (
        <JointForm
          key={`${kind} ${about}`}
          guide={guide}
          kind={kind}
          learning={learning}
          onDone={onClose}
        />
      )}
    </div>
  );
}

/** To a thousandth of the picture. */
const rounded = (corners: readonly Spot[]): readonly Spot[] =>
  corners.map(({ x, y }) => ({ x: Math.round(1000 * x) / 1000, y: Math.round(1000 * y) / 1000 }));

/** The views that can be drawn on: a bare outline only of a side that there is no picture of. */
const viewsOf = ({ views }: Guide) =>
  Object.entries(views).filter(
    ([, { name, photo }]) =>
      photo !== undefined ||
      !Object.values(views).some(
        (other) => other.photo !== undefined && other.name.split(",")[0] === name.split(",")[0],
      ),
  );
