import Box from "@mui/material/Box";
import { type KeyboardEvent, useState } from "react";
import type { Lot } from "../../../core/bench/index.ts";
import { parseCaliperLine } from "../../../core/devices/index.ts";
import type { Guide, ScrewsJoint } from "../../../core/guide/index.ts";
import { type Reading, screwOf, whichScrew } from "../../../core/screws/index.ts";
import { capital, jointWord, leftoverWords, placeWords } from "../../../core/words/index.ts";
import { StandInsLink } from "../../devices/stand-ins-link.tsx";
import { useDevice } from "../../devices/use-device.ts";
import { ScrewToken } from "../../signs/screw-token.tsx";
import { BenchField } from "../screen/bench-field.tsx";
import { Choice } from "../../ui/choice.tsx";

/** What a workshop caliper is good for, mm. */
const TOLERANCE = 0.1;

/** Which screw is this: measured by hand or by the caliper, the lots it can be, and where each goes. */
export function WhichScrew({ guide, lots }: { guide: Guide; lots: readonly Lot[] }) {
  const [length, setLength] = useState("");
  const [head, setHead] = useState("");
  const [drive, setDrive] = useState("");
  useDevice("caliper", (line) => {
    const mm = parseCaliperLine(line);
    if (mm === undefined) return;
    // First the length, then the head; a third reading begins anew.
    if (length === "" || head !== "") {
      setLength(String(mm));
      setHead("");
    } else setHead(String(mm));
  });
  const reading: Reading = {
    ...(Number(length) > 0 ? { length: Number(length) } : {}),
    ...(Number(head) > 0 ? { headWidth: Number(head) } : {}),
    ...(drive === "" ? {} : { drive }),
  };
  const isMeasured = Object.keys(reading).length > 0;
  const drives = [...new Set(screwsOf(guide).map(([, { drive }]) => drive))];
  return (
    <Box
      role="region"
      aria-label="Which screw is this?"
      // Out of a field again, so that Space and the pedal are the bench's.
      onKeyDown={(event: KeyboardEvent<HTMLElement>) => {
        if (event.key === "Escape" || event.key === "Enter") (event.target as HTMLElement).blur();
      }}
      sx={{ borderTop: "1px solid var(--line)", pt: 1 }}
    >
      <Box sx={{ display: "flex", gap: 1.5, alignItems: "center", fontSize: 17, flexWrap: "wrap" }}>
        <b>Which screw is this?</b>
        <BenchField
          label="Length, mm"
          inputProps={DECIMAL}
          value={length}
          onChange={(event) => setLength(plainNumber(event.target.value))}
          width={124}
        />
        <BenchField
          label="Head, mm"
          inputProps={DECIMAL}
          value={head}
          onChange={(event) => setHead(plainNumber(event.target.value))}
          width={124}
        />
        <Choice
          label="Drive"
          value={drive}
          options={[
            { value: "", label: "any" },
            ...drives.map((one) => ({ value: one, label: one })),
          ]}
          choose={setDrive}
          sx={BOX}
        />
        <StandInsLink />
      </Box>
      {isMeasured && <Matches guide={guide} lots={lots} reading={reading} />}
      {!isMeasured && <Leftover guide={guide} lots={lots} />}
    </Box>
  );
}

const BOX = { width: 124 };
const DECIMAL = { inputMode: "decimal" } as const;

/** What is typed, as digits with one point at most: "1.2.3" is no length. */
const plainNumber = (text: string): string => {
  const [whole = "", ...rest] = text
    .replaceAll(",", ".")
    .replace(/[^\d.]/g, "")
    .split(".");
  return rest.length === 0 ? whole : `${whole}.${rest.join("")}`;
};

/** Screws of a lot that are not where they belong by now. */
const wantingOf = ({ out, in: back, expected }: Lot): number =>
  Math.max(0, back === undefined ? expected - out : out - back);

function Matches({
  guide,
  lots,
  reading,
}: {
  guide: Guide;
  lots: readonly Lot[];
  reading: Reading;
}) {
  const known = screwsOf(guide).map(([id, joint]) => {
    const lot = lots.find((one) => one.joint === id);
    const wanting = lot ? wantingOf(lot) : 0;
    return { id, screw: screwOf(joint), count: joint.count, wanting };
  });
  const found = whichScrew(known, reading, TOLERANCE);
  if (found.length === 0) {
    return (
      <Box sx={{ fontSize: 18, mt: 1 }}>
        No lot of this machine has such a screw: it is from another one, or was measured askew.
      </Box>
    );
  }
  return (
    <Box
      component="ol"
      aria-label="It can be"
      sx={{ m: 0, mt: 1, p: 0, listStyle: "none", display: "grid", gap: 0.5 }}
    >
      {found.slice(0, 5).map(({ id, chance, isShort }) => {
        const lot = lots.find(({ joint }) => joint === id);
        return (
          <Box
            component="li"
            key={id}
            sx={{ display: "flex", gap: 1.5, alignItems: "center", fontSize: 18 }}
          >
            <span className="mono" style={{ width: 52 }}>
              {Math.round(100 * chance)} %
            </span>
            <ScrewToken screw={guide.joints[id] as ScrewsJoint} />
            <span>
              {capital(jointWord(guide, id))}
              {isShort && <b> (short of one)</b>}:{" "}
              {lot
                ? placeWords(guide, id, lot.lies, lot.cell)
                : "not opened in this job: was it missing before?"}
            </span>
          </Box>
        );
      })}
    </Box>
  );
}

const screwsOf = (guide: Guide): readonly (readonly [string, ScrewsJoint])[] =>
  Object.entries(guide.joints).flatMap(([id, joint]) =>
    joint.kind === "screws" ? [[id, joint] as const] : [],
  );

/** Lots that are short by now: where a leftover screw can be from, and what is known of each. */
function Leftover({ guide, lots }: { guide: Guide; lots: readonly Lot[] }) {
  const uneven = lots.filter((lot) => lot.in !== undefined && lot.in < lot.out);
  if (uneven.length === 0) return null;
  return (
    <Box sx={{ fontSize: 17, mt: 1 }}>
      Short, so a screw left over is most likely of one of these. Measure it to be sure:
      <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
        {uneven.map((lot) => (
          <li key={lot.joint}>{leftoverWords(guide, lot)}</li>
        ))}
      </Box>
    </Box>
  );
}
