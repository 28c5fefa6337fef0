import type { Die, DriveSlot, MemoryFacts } from "../../../core/guide/index.ts";
import {
  compressionFault,
  type Drive,
  DRIVE_LENGTHS,
  driveHindrances,
  gapFault,
  jointFault,
  memoryFit,
  type Module,
  padFor,
  pasteFor,
  schoolsOf,
  sizeFault,
  speedFault,
} from "../../../core/swap/index.ts";
import {
  hindranceWords,
  memoryWords,
  padWords,
  PASTE_HABIT_WORDS,
  schoolWords,
} from "../../../core/words/index.ts";
import Box from "@mui/material/Box";
import { useState } from "react";
import { BigButton } from "../screen/panel.tsx";
import { Card, NumberField } from "./swap-card.tsx";
import { BenchField } from "../screen/bench-field.tsx";
import { Choice } from "../../ui/choice.tsx";

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

const CHOICE = { minWidth: 110 };
const KEYS = (["M", "B", "B+M"] as const).map((key) => ({ value: key, label: key }));
const BUSES = (["NVMe", "SATA"] as const).map((bus) => ({ value: bus, label: bus }));

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
        <Choice
          label="Length"
          value={drive.length}
          options={DRIVE_LENGTHS.map((mm) => ({ value: mm, label: `22${mm}` }))}
          choose={(length) => setDrive({ ...drive, length })}
          sx={CHOICE}
        />
        <Choice
          label="Key"
          value={drive.key}
          options={KEYS}
          choose={(key) => setDrive({ ...drive, key })}
          sx={CHOICE}
        />
        <Choice
          label="Bus"
          value={drive.bus}
          options={BUSES}
          choose={(bus) => setDrive({ ...drive, bus })}
          sx={CHOICE}
        />
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
          <BenchField
            label={`Generation, slot ${i + 1}`}
            value={module.generation}
            onChange={(event) => change(i, { generation: event.target.value })}
            width={190}
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
