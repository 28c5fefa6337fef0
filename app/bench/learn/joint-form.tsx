import ButtonBase from "@mui/material/ButtonBase";
import { useState } from "react";
import { parseCaliperLine } from "../../../core/devices/index.ts";
import {
  CONNECTOR_TYPES,
  type ConnectorType,
  type Guide,
  type GuideJoint,
} from "../../../core/guide/index.ts";
import { enteredJoint } from "../../../core/learn/index.ts";
import { capital, CONNECTOR_WORDS, JOINT_KIND_WORDS, partWord } from "../../../core/words/index.ts";
import { useDevice } from "../../devices/use-device.ts";
import { Choice } from "../../ui/choice.tsx";
import { BenchField } from "../screen/bench-field.tsx";
import { Caution } from "../screen/panel.tsx";
import { Actions, Tick, useName } from "./learn-pieces.tsx";
import type { Learning } from "./use-learning.ts";

/** What is met on the way, the commonest first. */
export const MET = [
  "screws",
  "connector",
  "clips",
  "tape",
  "adhesive",
  "route",
  "latch",
  "seat",
] as const;
export type MetJoint = (typeof MET)[number];
const DRIVES = ["PH0", "PH00", "PH1", "PH000", "T5", "T6", "T8", "P2", "P5", "H1.5"] as const;
const THREADS = ["M1.6", "M2", "M2.5", "M3"] as const;
const NARROW = { width: 106 } as const;

const numberIn = (text: string): number => Number(text.replace(",", "."));

/** A joint that is in the way: its facts, the last lot offered first; entered and undone with one press. */
export function JointForm({
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
  const usual = `${capital(partWord(guide, about))} ${kind === "connector" ? "plug" : JOINT_KIND_WORDS[kind]}`;
  const [called, nameField] = useName(usual);
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
        {nameField}
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

const listOf = (list: readonly string[], now: string) =>
  [...new Set([now, ...list])].map((value) => ({ value, label: value }));
