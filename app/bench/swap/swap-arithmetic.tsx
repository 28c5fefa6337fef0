import {
  batteryState,
  gaugeOddities,
  type GaugeReading,
  isHotPack,
  parseGaugeLine,
} from "../../../core/devices/index.ts";
import type { Die, DriveSlot, MemoryFacts } from "../../../core/guide/index.ts";
import {
  compressionFault,
  type Drive,
  DRIVE_LENGTHS,
  driveHindrances,
  gapFault,
  type InputFault,
  jointFault,
  memoryFit,
  type Module,
  padFor,
  pasteFor,
  schoolsOf,
  sizeFault,
  speedFault,
  wattsFault,
} from "../../../core/swap/index.ts";
import {
  BATTERY_WORDS,
  GAUGE_WORDS,
  hindranceWords,
  inputWords,
  memoryWords,
  padWords,
  PASTE_HABIT_WORDS,
  schoolWords,
} from "../../../core/words/index.ts";
import Box from "@mui/material/Box";
import { type ReactNode, useState } from "react";
import { StandInsLink } from "../../devices/stand-ins-link.tsx";
import { useDevice } from "../../devices/use-device.ts";
import { fieldLook } from "../screen/field-look.ts";
import { BigButton } from "../screen/panel.tsx";

const small = { ...fieldLook, width: 92, height: 40 } as const;

function Card({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Box
      role="region"
      aria-label={title}
      sx={{
        border: "1px solid var(--copper)",
        borderRadius: "6px",
        p: 1.25,
        display: "grid",
        gap: 0.75,
        fontSize: 17,
      }}
    >
      <Box sx={{ fontWeight: 700, color: "var(--copper)" }}>{title}</Box>
      {children}
    </Box>
  );
}

function NumberField({
  label,
  value,
  set,
  step = 0.01,
  fault,
}: {
  label: string;
  value: number;
  set: (value: number) => void;
  step?: number;
  /** What is wrong with the number, said at its field. */
  fault?: InputFault | undefined;
}) {
  return (
    <Box component="label" sx={{ display: "flex", gap: 1, alignItems: "center" }}>
      {label}
      <Box
        component="input"
        type="number"
        step={step}
        min={0}
        value={value}
        aria-invalid={fault !== undefined}
        onChange={(event) => set(Number(event.target.value))}
        sx={{ ...small, ...(fault ? { borderColor: "var(--stop)" } : {}) }}
      />
      {fault && (
        <span role="alert" style={{ color: "var(--stop)", fontWeight: 700 }}>
          {inputWords(fault)}
        </span>
      )}
    </Box>
  );
}

/** How much paste each die needs, and what the habits of the trade make of it. */
export function PasteBox({
  name,
  dies,
  bond,
}: {
  name: string;
  dies: readonly Die[];
  bond: number;
}) {
  const [thick, setThick] = useState(bond);
  return (
    <Card title={`Paste under the ${name.toLowerCase()}`}>
      <NumberField label="Joint, mm" value={thick} set={setThick} fault={jointFault(thick)} />
      {!jointFault(thick) &&
        dies.map((die) => {
          const need = pasteFor(die, thick);
          return (
            <Box key={die.name}>
              <Box sx={{ display: "flex", gap: 1.5, alignItems: "center" }}>
                <DotDrawing die={die} dot={need.dot} />
                <span>
                  {die.name}, {die.width} × {die.height} mm: <b>{need.volume} mm³</b>, as a dot of{" "}
                  <b>{need.dot} mm</b> or a bead of <b>{need.bead} mm</b>
                </span>
              </Box>
              <Box component="ul" sx={{ m: 0, pl: 2.5, fontSize: 16 }}>
                {schoolsOf(die, thick).map((school) => (
                  <li key={school.habit}>
                    {PASTE_HABIT_WORDS[school.habit]}: {school.volume} mm³, {schoolWords(school)}
                  </li>
                ))}
              </Box>
            </Box>
          );
        })}
    </Card>
  );
}

/** Die and dot, both to the same scale. */
function DotDrawing({ die, dot }: { die: Die; dot: number }) {
  const scale = 52 / Math.max(die.width, die.height);
  return (
    <svg
      width="56"
      height="56"
      viewBox={`0 0 ${56 / scale} ${56 / scale}`}
      aria-hidden="true"
      style={{ flex: "none" }}
    >
      <rect
        x={(56 / scale - die.width) / 2}
        y={(56 / scale - die.height) / 2}
        width={die.width}
        height={die.height}
        fill="var(--paper)"
        stroke="var(--soft)"
        strokeWidth={1 / scale}
      />
      <circle cx={28 / scale} cy={28 / scale} r={dot / 2} fill="var(--copper)" />
    </svg>
  );
}

export function PadBox({ name, gap }: { name: string; gap: number }) {
  const [width, setWidth] = useState(gap);
  const [percent, setPercent] = useState(25);
  const [wide, pressed] = [gapFault(width), compressionFault(percent)];
  const choice = (wide ?? pressed) ? undefined : padFor(width, percent / 100);
  return (
    <Card title={name}>
      <Box sx={{ display: "flex", gap: 2 }}>
        <NumberField label="Gap, mm" value={width} set={setWidth} step={0.05} fault={wide} />
        <NumberField
          label="Pressed by, %"
          value={percent}
          set={setPercent}
          step={5}
          fault={pressed}
        />
      </Box>
      {choice && (
        <span>
          Wants {choice.wanted} mm: take the <b>{choice.stock} mm</b> pad; {padWords(choice)}.
        </span>
      )}
    </Card>
  );
}

export function DriveBox({
  name,
  slot,
  onMove,
}: {
  name: string;
  slot: DriveSlot;
  /** Opens the standoff as well; undefined: it is open, or cannot be moved. */
  onMove: (() => void) | undefined;
}) {
  const [drive, setDrive] = useState<Drive>({
    length: slot.standoff,
    key: "M",
    bus: slot.buses[0]!,
  });
  const found = driveHindrances(slot, drive);
  const against = found.map(hindranceWords);
  const isLength = found.some(({ type }) => type === "standoff");
  return (
    <Card title={`New ${name}`}>
      <Box sx={{ display: "flex", gap: 1 }}>
        <Box
          component="select"
          aria-label="Length"
          value={drive.length}
          onChange={(event) => setDrive({ ...drive, length: Number(event.target.value) })}
          sx={small}
        >
          {DRIVE_LENGTHS.map((mm) => (
            <option key={mm} value={mm}>{`22${mm}`}</option>
          ))}
        </Box>
        <Box
          component="select"
          aria-label="Key"
          value={drive.key}
          onChange={(event) => setDrive({ ...drive, key: event.target.value as Drive["key"] })}
          sx={small}
        >
          {["M", "B", "B+M"].map((key) => (
            <option key={key}>{key}</option>
          ))}
        </Box>
        <Box
          component="select"
          aria-label="Bus"
          value={drive.bus}
          onChange={(event) => setDrive({ ...drive, bus: event.target.value as Drive["bus"] })}
          sx={small}
        >
          {["NVMe", "SATA"].map((bus) => (
            <option key={bus}>{bus}</option>
          ))}
        </Box>
      </Box>
      <span>
        {against.length === 0
          ? "✓ fits; the standoff is where it belongs"
          : `✗ ${against.join("; ")}`}
      </span>
      {isLength && onMove && (
        <BigButton tone="plain" onClick={onMove}>
          Open the standoff now: it goes to the hole of 22{drive.length}
        </BigButton>
      )}
    </Card>
  );
}

export function MemoryBox({ facts }: { facts: MemoryFacts }) {
  const [modules, setModules] = useState<readonly Module[]>(() =>
    Array.from({ length: facts.slots }, () => ({
      generation: facts.generation,
      speed: facts.speed,
      size: 8,
    })),
  );
  const used = modules.filter(({ size }) => size !== 0);
  const isOdd = used.some(({ size, speed }) => sizeFault(size) ?? speedFault(speed));
  const fit = memoryFit(facts, used);
  const said = [...fit.against, ...fit.remarks].map(memoryWords);
  const change = (at: number, more: Partial<Module>) =>
    setModules(modules.map((module, i) => (i === at ? { ...module, ...more } : module)));
  return (
    <Card title="Memory">
      <span>
        {facts.soldered > 0 ? `${facts.soldered} GB on the board, ` : ""}
        {facts.slots === 0
          ? "no slot"
          : facts.slots === 1
            ? "one slot"
            : `${facts.slots} slots`}, {facts.generation}-{facts.speed}, {facts.most} GB at most
      </span>
      {modules.map((module, i) => (
        <Box key={i} sx={{ display: "flex", gap: 1 }}>
          <Box
            component="input"
            aria-label={`Generation, slot ${i + 1}`}
            value={module.generation}
            onChange={(event) => change(i, { generation: event.target.value })}
            sx={small}
          />
          <NumberField
            label="GB"
            value={module.size}
            set={(size) => change(i, { size })}
            step={4}
            fault={sizeFault(module.size)}
          />
          <NumberField
            label="MT/s"
            value={module.speed}
            set={(speed) => change(i, { speed })}
            step={1}
            fault={module.size === 0 ? undefined : speedFault(module.speed)}
          />
        </Box>
      ))}
      {!isOdd && (
        <span>
          {fit.against.length === 0 ? "✓" : "✗"} {fit.total} GB at {fit.speed} MT/s
          {said.length > 0 && `: ${said.join("; ")}`}
        </span>
      )}
    </Card>
  );
}

/** The new pack on its gauge: what it holds, how long it runs, whether it is worn already. */
export function GaugeBox() {
  const [reading, setReading] = useState<GaugeReading>();
  const [watts, setWatts] = useState(9);
  useDevice("gauge", (line) => {
    const read = parseGaugeLine(line);
    if (read) setReading(read);
  });
  const odd = reading ? gaugeOddities(reading) : [];
  const state =
    reading && odd.length === 0 && !wattsFault(watts) ? batteryState(reading, watts) : undefined;
  return (
    <Card title="The new pack on the gauge">
      <NumberField
        label="At so many watts"
        value={watts}
        set={setWatts}
        step={0.5}
        fault={wattsFault(watts)}
      />
      {reading && odd.length > 0 && (
        <span role="alert" style={{ color: "var(--stop)", fontWeight: 700 }}>
          No pack reads so: {odd.map((key) => `${GAUGE_WORDS[key]} ${reading[key]}`).join(", ")}.
          Clip it on again, or take another gauge.
        </span>
      )}
      {reading && isHotPack(reading) && (
        <span role="alert" style={{ color: "var(--stop)", fontWeight: 700 }}>
          {reading.celsius} °C: too hot. Take it off the gauge, do not charge it; to the fire-safe
          place.
        </span>
      )}
      {reading && !state ? null : reading && state ? (
        <span>
          {reading.full} of {reading.design} Wh, {reading.cycles} cycles, {reading.volts} V,{" "}
          {reading.celsius} °C:{" "}
          <b>
            {state.wear} % worn, runs {state.hours} h
          </b>
          ; {BATTERY_WORDS[state.verdict]}
        </span>
      ) : (
        <span>
          No reading yet: put the pack on the gauge. <StandInsLink />
        </span>
      )}
    </Card>
  );
}
