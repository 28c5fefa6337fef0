import Box from "@mui/material/Box";
import { useState } from "react";
import type { Lot } from "../../../core/bench/index.ts";
import { parseCaliperLine } from "../../../core/devices/index.ts";
import type { Guide, ScrewsJoint } from "../../../core/guide/index.ts";
import { type Reading, screwOf, whichScrew } from "../../../core/screws/index.ts";
import { capital, jointWord, placeWords } from "../../../core/words/index.ts";
import { StandInsLink } from "../../devices/stand-ins-link.tsx";
import { useDevice } from "../../devices/use-device.ts";
import { ScrewToken } from "../../signs/screw-token.tsx";
import { fieldLook } from "../screen/field-look.ts";

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
  const drives = [...new Set(lots.map(({ joint }) => (guide.joints[joint] as ScrewsJoint).drive))];
  const box = { ...fieldLook, width: 110, height: 44 };
  return (
    <Box
      role="region"
      aria-label="Which screw is this?"
      sx={{ borderTop: "1px solid var(--line)", pt: 1 }}
    >
      <Box sx={{ display: "flex", gap: 1.5, alignItems: "center", fontSize: 17, flexWrap: "wrap" }}>
        <b>Which screw is this?</b>
        <Box
          component="input"
          aria-label="Length, mm"
          placeholder="length mm"
          inputMode="decimal"
          value={length}
          onChange={(event) => setLength(plainNumber(event.target.value))}
          sx={box}
        />
        <Box
          component="input"
          aria-label="Head, mm"
          placeholder="head mm"
          inputMode="decimal"
          value={head}
          onChange={(event) => setHead(plainNumber(event.target.value))}
          sx={box}
        />
        <Box
          component="select"
          aria-label="Drive"
          value={drive}
          onChange={(event) => setDrive(event.target.value)}
          sx={box}
        >
          <option value="">any drive</option>
          {drives.map((one) => (
            <option key={one}>{one}</option>
          ))}
        </Box>
        <StandInsLink />
      </Box>
      {isMeasured && <Matches guide={guide} lots={lots} reading={reading} />}
      {!isMeasured && <Leftover guide={guide} lots={lots} />}
    </Box>
  );
}

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
  const known = lots.map((lot) => {
    const joint = guide.joints[lot.joint] as ScrewsJoint;
    return { id: lot.joint, screw: screwOf(joint), count: lot.expected, wanting: wantingOf(lot) };
  });
  const found = whichScrew(known, reading, TOLERANCE);
  if (found.length === 0) {
    return (
      <Box sx={{ fontSize: 18, mt: 1 }}>
        No lot of this job has such a screw: it is not of this machine.
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
        const lot = lots.find(({ joint }) => joint === id)!;
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
              {isShort && <b> (short of one)</b>}: {placeWords(guide, id, lot.lies, lot.cell)}
            </span>
          </Box>
        );
      })}
    </Box>
  );
}

/** Lots that do not come out even: where a leftover screw can be from. */
function Leftover({ guide, lots }: { guide: Guide; lots: readonly Lot[] }) {
  const uneven = lots.filter((lot) => lot.in !== undefined && lot.in < lot.out);
  if (uneven.length === 0) return null;
  return (
    <Box sx={{ fontSize: 17, mt: 1 }}>
      A screw left over can be of:{" "}
      {uneven
        .map((lot) => `${jointWord(guide, lot.joint)} (${lot.out - lot.in!} not back in)`)
        .join(", ")}
      . Measure it to be sure.
    </Box>
  );
}
