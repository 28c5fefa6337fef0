import Table from "@mui/material/Table";
import TableBody from "@mui/material/TableBody";
import TableCell from "@mui/material/TableCell";
import TableHead from "@mui/material/TableHead";
import TableRow from "@mui/material/TableRow";
import Typography from "@mui/material/Typography";

interface Progress {
  readonly name: string;
  readonly level: number;
  readonly done: number;
  readonly today: number;
  readonly hardest: readonly { readonly words: string; readonly missed: number }[];
}

/** How far each person has come: for the lead alone. */
export const ProgressTable = ({ people }: { people: readonly Progress[] }) => (
  <>
    <Typography variant="h2" sx={{ mt: 3, mb: 0.5 }}>
      How far each has come
    </Typography>
    <Typography sx={{ color: "var(--soft)" }}>Only the lead sees this.</Typography>
    <Table size="small" aria-label="How far each has come">
      <TableHead>
        <TableRow>
          <TableCell>Who</TableCell>
          <TableCell align="right">Level</TableCell>
          <TableCell align="right">Exercises</TableCell>
          <TableCell align="right">Minutes today</TableCell>
          <TableCell>Missed most</TableCell>
        </TableRow>
      </TableHead>
      <TableBody>
        {people.map(({ name, level, done, today, hardest }) => (
          <TableRow key={name}>
            <TableCell>{name}</TableCell>
            <TableCell align="right">{level}</TableCell>
            <TableCell align="right">{done}</TableCell>
            <TableCell align="right">{Math.round(today)}</TableCell>
            <TableCell>
              {hardest.map(({ words, missed }) => `${words} (${missed})`).join(", ") || "nothing"}
            </TableCell>
          </TableRow>
        ))}
      </TableBody>
    </Table>
  </>
);
