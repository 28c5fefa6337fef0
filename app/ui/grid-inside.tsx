import Box from "@mui/material/Box";
import TextField from "@mui/material/TextField";
import {
  DataGrid,
  type GridColDef,
  type GridPaginationModel,
  type GridSortModel,
} from "@mui/x-data-grid";
import { useDeferredValue, useMemo, useState } from "react";
import { useNavigate } from "react-router";
import { plain } from "../../core/base/plain.ts";
import { useNonce } from "./nonce.ts";

export interface Row {
  readonly id: string | number;
}

/** Rows that the server has, a page at a time. */
interface Served {
  readonly rows: number;
  readonly page: number;
  readonly size: number;
  readonly sort: GridSortModel;
  readonly turn: (page: GridPaginationModel) => void;
  readonly order: (sort: GridSortModel) => void;
  readonly isBusy: boolean;
}

export interface GridProps<T extends Row> {
  /** What it is a table of; also the name of its CSV file. */
  readonly name: string;
  readonly rows: readonly T[];
  readonly columns: readonly GridColDef<T>[];
  /** Where a row leads. */
  readonly to?: (row: T) => string;
  readonly empty: string;
  /** What its search box is called; without it there is none. */
  readonly search?: string;
  /** Columns that are there to be searched, and shown when somebody asks for them. */
  readonly hidden?: readonly string[];
  readonly served?: Served;
}

const NONE: readonly string[] = [];
const SIZES = [25, 50, 100];

export default function GridInside({
  name,
  rows,
  columns,
  to,
  empty,
  search,
  hidden = NONE,
  served,
}: GridProps<Row>) {
  const navigate = useNavigate();
  const nonce = useNonce();
  const [query, setQuery] = useState("");
  const wanted = plain(useDeferredValue(query));
  const found = useMemo(
    () =>
      wanted === ""
        ? rows
        : rows.filter((row) =>
            Object.values(row).some((value) => plain(String(value)).includes(wanted)),
          ),
    [rows, wanted],
  );
  // Drawn anew for other rows only, not for each letter of the search.
  const grid = useMemo(
    () => (
      <DataGrid
        {...(nonce === undefined ? {} : { nonce })}
        aria-label={name}
        rows={found}
        columns={columns}
        density="compact"
        showToolbar
        disableRowSelectionOnClick
        autosizeOnMount={false}
        getRowHeight={() => "auto"}
        pageSizeOptions={SIZES}
        initialState={{
          pagination: { paginationModel: { pageSize: SIZES[1]! } },
          columns: {
            columnVisibilityModel: Object.fromEntries(hidden.map((name) => [name, false])),
          },
        }}
        {...(to
          ? {
              onRowClick: ({ row }: { row: Row }) => void navigate(to(row)),
              onCellKeyDown: ({ row }: { row: Row }, event: React.KeyboardEvent) => {
                if (event.key === "Enter") void navigate(to(row));
              },
            }
          : {})}
        {...(served
          ? {
              paginationMode: "server" as const,
              sortingMode: "server" as const,
              disableColumnFilter: true,
              rowCount: served.rows,
              loading: served.isBusy,
              paginationModel: { page: served.page, pageSize: served.size },
              onPaginationModelChange: served.turn,
              sortModel: served.sort,
              onSortModelChange: served.order,
            }
          : {})}
        localeText={{ noRowsLabel: empty, noResultsOverlayLabel: empty }}
        slotProps={{
          toolbar: {
            csvOptions: { fileName: name, utf8WithBom: true },
            printOptions: { disableToolbarButton: true },
            showQuickFilter: false,
          },
        }}
        sx={{
          bgcolor: "var(--card)",
          fontSize: 15,
          "& .MuiDataGrid-cell": { py: 0.75, display: "flex", alignItems: "center" },
          ...(to ? { "& .MuiDataGrid-row": { cursor: "pointer" } } : {}),
        }}
      />
    ),
    [name, found, columns, to, empty, hidden, served, navigate, nonce],
  );
  return (
    <Box sx={{ width: 1 }}>
      {search !== undefined && (
        <TextField
          label={search}
          value={query}
          onChange={(event) => setQuery(event.target.value)}
          sx={{ width: { xs: 1, sm: 420 }, mb: 1 }}
        />
      )}
      {grid}
    </Box>
  );
}
