import Box from "@mui/material/Box";
import { nameOf, type Person, type RecordLine } from "../../core/people/index.ts";
import { recordWords } from "../../core/words/index.ts";
import { Fold } from "../ui/fold.tsx";
import { momentWords, useZone } from "../ui/days.ts";

/** What people did that stands in no ticket: nobody can change it. */
export function RecordSection({
  lines,
  people,
}: {
  lines: readonly RecordLine[];
  people: readonly Person[];
}) {
  const zone = useZone();
  return (
    <Fold
      title="Record"
      level={2}
      line={lines.length === 0 ? "nothing yet" : `the last ${lines.length}`}
      isOpen={false}
    >
      <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
        {lines.map(({ at, by, what, about }, i) => (
          <li key={`${at}-${i}`}>
            {momentWords(at, zone)}: {by === undefined ? "the program" : nameOf(people, by)}{" "}
            {recordWords(what)}
            {about !== undefined && ` (${nameOf(people, about)})`}
          </li>
        ))}
      </Box>
    </Fold>
  );
}
