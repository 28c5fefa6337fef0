import Box from "@mui/material/Box";
import { lazy, type ReactNode, Suspense, useSyncExternalStore } from "react";
import { Link } from "react-router";
import type { GridProps, Row } from "./grid-inside.tsx";

const Inside = lazy(() => import("./grid-inside.tsx"));

const never = () => () => undefined;
/** So many rows are drawn before the grid is there: a screenful. */
const FIRST = 25;

/**
 * A table that is looked through: sorted, filtered, columns chosen, taken out as CSV, all by keyboard. Its script
 * comes only where one stands; until then its first rows are a plain table, drawn by the server.
 */
export function Grid<T extends Row>(props: GridProps<T>) {
  const isBrowser = useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
  const plain = <Plain {...(props as unknown as GridProps<Row>)} />;
  if (!isBrowser) return plain;
  return (
    <Suspense fallback={plain}>
      <Inside {...(props as unknown as GridProps<Row>)} />
    </Suspense>
  );
}

const table = {
  width: 1,
  mt: "108px",
  borderCollapse: "collapse",
  bgcolor: "var(--card)",
  fontSize: 15,
  "& th, & td": { textAlign: "left", p: 1, borderTop: "1px solid var(--line)", height: 36 },
} as const;

/** The same rows and columns, to be read until they can be sorted. */
function Plain({ name, rows, columns, to, hidden = [], empty }: GridProps<Row>) {
  const shown = columns.filter(({ field, renderCell }) => !hidden.includes(field) && !renderCell);
  if (rows.length === 0) return <p>{empty}</p>;
  return (
    <Box sx={{ overflow: "hidden" }} aria-busy="true">
      <Box component="table" sx={table} aria-label={name}>
        <thead>
          <tr>
            {shown.map(({ field, headerName }) => (
              <th key={field}>{headerName}</th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.slice(0, FIRST).map((row) => (
            <tr key={row.id}>
              {shown.map(({ field, cellClassName }, i) => {
                const value = (row as unknown as Readonly<Record<string, ReactNode>>)[field];
                return (
                  <td
                    key={field}
                    className={typeof cellClassName === "string" ? cellClassName : undefined}
                  >
                    {to && i === 0 ? (
                      <Link to={to(row)} style={{ color: "inherit" }}>
                        {value}
                      </Link>
                    ) : (
                      value
                    )}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </Box>
    </Box>
  );
}
