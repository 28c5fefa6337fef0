import Table from "@mui/material/Table";
import TableBody from "@mui/material/TableBody";
import TableCell from "@mui/material/TableCell";
import TableHead from "@mui/material/TableHead";
import TableRow from "@mui/material/TableRow";
import { Fold } from "../ui/fold.tsx";
import type { LearntRow } from "./learnt-chart.tsx";

const headOf = (column: string): string => {
  const words = column.replaceAll("_", " ");
  return words.charAt(0).toUpperCase() + words.slice(1);
};

/** The table behind a chart; folded, it takes no room. */
export function LearntTable({ label, rows }: { label: string; rows: readonly LearntRow[] }) {
  const columns = Object.keys(rows[0]!);
  return (
    <Fold
      title="The table behind it"
      line={rows.length === 1 ? "1 row" : `${rows.length} rows`}
      isOpen={false}
      level={3}
    >
      <div style={{ overflowX: "auto" }} tabIndex={0} role="group" aria-label={`${label}, table`}>
        <Table size="small" aria-label={label}>
          <TableHead>
            <TableRow>
              {columns.map((column) => (
                <TableCell key={column}>{headOf(column)}</TableCell>
              ))}
            </TableRow>
          </TableHead>
          <TableBody>
            {rows.map((row, i) => (
              <TableRow key={i}>
                {columns.map((column) => (
                  <TableCell key={column}>{row[column]}</TableCell>
                ))}
              </TableRow>
            ))}
          </TableBody>
        </Table>
      </div>
    </Fold>
  );
}
