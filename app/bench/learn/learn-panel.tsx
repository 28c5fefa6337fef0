import ButtonBase from "@mui/material/ButtonBase";
import { type KeyboardEvent, type ReactNode, useState } from "react";
import { parseCaliperLine } from "../../../core/devices/index.ts";
import {
  CONNECTOR_TYPES,
  type ConnectorType,
  type Guide,
  type GuideJoint,
  PART_KINDS,
  type PartKind,
} from "../../../core/guide/index.ts";
import { enteredCover, enteredJoint, idFrom } from "../../../core/learn/index.ts";
import {
  capital,
  CONNECTOR_WORDS,
  JOINT_KIND_WORDS,
  PART_KIND_WORDS,
  partWord,
} from "../../../core/words/index.ts";
import { useDevice } from "../../devices/use-device.ts";
import { Choice } from "../../ui/choice.tsx";
import { BenchField } from "../screen/bench-field.tsx";
import { BigButton, Caution, StepLine } from "../screen/panel.tsx";
import { ViewTaking } from "./view-taking.tsx";
import type { Learning } from "./use-learning.ts";

/** What is met on the way, the commonest first. */
const MET = ["screws", "connector", "clips", "tape", "adhesive", "route", "latch", "seat"] as const;
type MetJoint = (typeof MET)[number];
const DRIVES = ["PH0", "PH00", "PH1", "PH000", "T5", "T6", "T8", "P2", "P5", "H1.5"] as const;
const THREADS = ["M1.6", "M2", "M2.5", "M3"] as const;
/** What is over something else, most often. */
const COVERS: readonly PartKind[] = [
  "cover",
  "bracket",
  "shield",
  ...PART_KINDS.filter((kind) => !["cover", "bracket", "shield", "palmrest"].includes(kind)),
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
  const [kind, setKind] = useState<MetJoint | "part">("screws");
  const [isTaking, setTaking] = useState(false);
  const thing = partWord(guide, about);
  const facts = guide.views[view]!;
  const keep = (photo: string) => {
    const { name, posture, width, height } = facts;
    const id = idFrom("picture", (known) => Object.hasOwn(guide.views, known));
    const [side] = name.split(", picture");
    const seen = { name: `${side}, ${id.replace("-", " ")}`, posture, width, height, photo };
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
      <div className="row row-tight learn-row" role="radiogroup" aria-label="What it is">
        {[...MET, "part" as const].map((one) => (
          <ButtonBase
            key={one}
            className="press press-why"
            role="radio"
            aria-checked={one === kind}
            onClick={() => setKind(one)}
          >
            {one === "part" ? "a part over it" : JOINT_KIND_WORDS[one]}
          </ButtonBase>
        ))}
      </div>
      <div className="row row-tight learn-row" role="radiogroup" aria-label="View">
        {viewsOf(guide).map(([id, { name }]) => (
          <ButtonBase
            key={id}
            className="press press-why"
            role="radio"
            aria-checked={id === view}
            onClick={() => learning.setView(id)}
          >
            {name}
          </ButtonBase>
        ))}
        <ButtonBase className="press press-why" onClick={() => setTaking(true)}>
          Take a picture
        </ButtonBase>
      </div>
      <p className="say learn-taps" role="status">
        {kind === "part"
          ? "Tap two corners of it on the map, or none."
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

/** The views that can be drawn on: a bare outline only of a side that there is no picture of. */
const viewsOf = ({ views }: Guide) =>
  Object.entries(views).filter(
    ([, { name, photo }]) =>
      photo !== undefined ||
      !Object.values(views).some(
        (other) => other.photo !== undefined && other.name.split(",")[0] === name.split(",")[0],
      ),
  );

/** What is pressed at the end stays in sight. */
const Actions = ({ children, onClose }: { children: ReactNode; onClose: () => void }) => (
  <div className="row row-tight learn-actions">
    {children}
    <BigButton tone="plain" hint="Esc" onClick={onClose}>
      Back
    </BigButton>
  </div>
);

function PartForm({
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
  const [name, setName] = useState("");
  const called = name.trim() === "" ? capital(PART_KIND_WORDS[part]) : name.trim();
  return (
    <div className="stack">
      <div className="row">
        <Choice
          label="Kind"
          value={part}
          options={COVERS.map((one) => ({ value: one, label: PART_KIND_WORDS[one] }))}
          choose={setPart}
        />
        <BenchField
          label="Called"
          value={name}
          placeholder={capital(PART_KIND_WORDS[part])}
          inputProps={{ maxLength: 60 }}
          onChange={(event) => setName(event.target.value)}
        />
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

const NARROW = { width: 106 } as const;

const numberIn = (text: string): number => Number(text.replace(",", "."));

function JointForm({
  guide,
  kind,
  learning,
  onDone,
}: {
  guide: Guide;
  kind: MetJoint;
  learning: Learning;
  onDone: () => void;
}) {
  const { about, frame, lastLot, taps } = learning;
  const [name, setName] = useState("");
  const [drive, setDrive] = useState<string>(lastLot?.drive ?? "PH0");
  const [thread, setThread] = useState<string>(lastLot?.thread ?? "M2");
  const [length, setLength] = useState(String(lastLot?.length ?? ""));
  const [count, setCount] = useState("");
  const [type, setType] = useState<ConnectorType>("wire-plug");
  const isBattery = guide.parts[about]?.kind === "battery";
  const [isPower, setPower] = useState(isBattery && kind === "connector");
  const [isEarly, setEarly] = useState(false);
  const isPowerKnown = Object.values(guide.joints).some(({ power }) => power === true);
  const others = Object.keys(guide.parts).filter((id) => id !== about);
  const board = others.find((id) => guide.parts[id]!.kind === "motherboard");
  const [host, setHost] = useState(kind === "connector" ? (board ?? frame) : frame);
  useDevice("caliper", (line) => {
    const mm = parseCaliperLine(line);
    if (mm !== undefined && kind === "screws") setLength(String(mm));
  });
  const held = capital(partWord(guide, about));
  const called =
    name.trim() === ""
      ? `${held} ${kind === "connector" ? "plug" : JOINT_KIND_WORDS[kind]}`
      : name.trim();
  const isThere = about !== host && Object.hasOwn(guide.parts, host);
  const number = taps.length > 0 ? taps.length : numberIn(count);
  const isGood =
    isThere &&
    (kind !== "screws" || (numberIn(length) > 0 && Number.isInteger(number) && number > 0));
  const facts = (): GuideJoint => {
    const joins = kind === "connector" ? [host, about] : [about, host];
    if (kind === "screws") {
      return { kind, joins, drive, thread, length: numberIn(length), count: number };
    }
    const power = {
      ...(isPower ? { power: true } : {}),
      ...(isEarly ? { beforePower: true } : {}),
    };
    if (kind === "connector") return { kind, type, joins, ...power };
    return { kind, joins, ...power };
  };
  return (
    <form
      className="stack"
      onSubmit={(event) => {
        event.preventDefault();
        if (!isGood) return;
        const { joint, facts: whole, sightings } = enteredJoint(guide, called, facts(), taps);
        learning.enter({ sightings, undone: { joint, facts: whole } });
        onDone();
      }}
    >
      {kind === "screws" && (
        <div className="row">
          <Choice
            sx={NARROW}
            label="Drive"
            value={drive}
            options={listOf(DRIVES, drive)}
            choose={setDrive}
          />
          <Choice
            sx={NARROW}
            label="Thread"
            value={thread}
            options={listOf(THREADS, thread)}
            choose={setThread}
          />
          <BenchField
            label="Length, mm"
            width={110}
            value={length}
            inputProps={{ inputMode: "decimal", maxLength: 5 }}
            onChange={(event) => setLength(event.target.value)}
          />
          {taps.length === 0 && (
            <BenchField
              label="How many"
              width={110}
              value={count}
              inputProps={{ inputMode: "numeric", maxLength: 3 }}
              onChange={(event) => setCount(event.target.value)}
            />
          )}
        </div>
      )}
      {kind === "connector" && (
        <Choice
          label="Plug"
          value={type}
          options={CONNECTOR_TYPES.map((one) => ({ value: one, label: CONNECTOR_WORDS[one] }))}
          choose={setType}
        />
      )}
      {(kind === "connector" || kind === "latch") && (
        <div className="row row-tight learn-row">
          <Tick isOn={isPower} set={setPower}>
            It takes the battery off
          </Tick>
          {!isPower && (
            <Tick isOn={isEarly} set={setEarly}>
              It is in the way of the battery&rsquo;s plug
            </Tick>
          )}
        </div>
      )}
      <div className="row">
        <Choice
          label={kind === "connector" ? "Plugged into" : "Holds it to"}
          value={host}
          options={others.map((id) => ({ value: id, label: partWord(guide, id) }))}
          choose={setHost}
        />
        <BenchField
          label="Called"
          value={name}
          placeholder={called}
          inputProps={{ maxLength: 60 }}
          onChange={(event) => setName(event.target.value)}
        />
      </div>
      {kind === "connector" && !isPowerKnown && !isPower && (
        <Caution>
          The battery may still be on. Find its plug first, or say that this one is in its way.
        </Caution>
      )}
      <Actions onClose={onDone}>
        <ButtonBase type="submit" className="press press-big press-mat" disabled={!isGood}>
          {kind === "screws" ? "Out they are" : "Undone"}
        </ButtonBase>
      </Actions>
    </form>
  );
}

const Tick = ({
  isOn,
  set,
  children,
}: {
  isOn: boolean;
  set: (isOn: boolean) => void;
  children: ReactNode;
}) => (
  <ButtonBase
    className="press press-why"
    role="checkbox"
    aria-checked={isOn}
    onClick={() => set(!isOn)}
  >
    {children}
  </ButtonBase>
);

const listOf = (list: readonly string[], now: string) =>
  [...new Set([now, ...list])].map((value) => ({ value, label: value }));
