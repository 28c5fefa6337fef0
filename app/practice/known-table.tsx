import Table from "@mui/material/Table";
import TableBody from "@mui/material/TableBody";
import TableCell from "@mui/material/TableCell";
import TableHead from "@mui/material/TableHead";
import TableRow from "@mui/material/TableRow";
import Typography from "@mui/material/Typography";
import { EXERCISES, type Known } from "../../core/practice/index.ts";
import { EXERCISE_WORDS, GRADE_WORDS } from "../../core/words/index.ts";
import { dayOfWords, useZone } from "../ui/days.ts";

const nameOf = (subject: string): string => {
  const kind = EXERCISES.find((one) => subject.startsWith(`${one}:`));
  return kind ? EXERCISE_WORDS[kind].name : "";
};

/** What somebody has practised, the soonest due first. */
export function KnownTable({
  known,
  now,
}: {
  known: readonly (Known & { readonly words: string })[];
  now: string;
}) {
  const zone = useZone();
  return (
    <>
      <Typography variant="h2" sx={{ mt: 3, mb: 0.5 }}>
        What you have practised
      </Typography>
      <Table size="small" aria-label="What you have practised">
        <TableHead>
          <TableRow>
            <TableCell>Exercise</TableCell>
            <TableCell>About</TableCell>
            <TableCell>Last time</TableCell>
            <TableCell align="right">Times</TableCell>
            <TableCell align="right">Missed</TableCell>
            <TableCell>Comes again</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {known.map(({ subject, words, last, times, missed, due }) => (
            <TableRow key={subject}>
              <TableCell>{nameOf(subject)}</TableCell>
              <TableCell>{words}</TableCell>
              <TableCell>{GRADE_WORDS[last]}</TableCell>
              <TableCell align="right">{times}</TableCell>
              <TableCell align="right">{missed}</TableCell>
              <TableCell>{due <= now ? "now" : dayOfWords(due, zone)}</TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </>
  );
}
