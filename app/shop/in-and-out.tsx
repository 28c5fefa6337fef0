import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import { Link, useFetcher } from "react-router";
import { FilePick } from "../ui/file-pick.tsx";
import { IfMay } from "../ui/if-may.tsx";

/** A ticket that was packed in another shop. */
function TakePackIn() {
  const fetcher = useFetcher<{ error: string | undefined; number: number | undefined }>();
  const { data } = fetcher;
  return (
    <Box>
      {data?.error !== undefined && <Alert severity="error">{data.error}</Alert>}
      {data?.number !== undefined && (
        <Alert severity="success">
          Taken in as <Link to={`/tickets/${data.number}`}>ticket {data.number}</Link>.
        </Alert>
      )}
      <FilePick
        label="Take a packed ticket in"
        accept=".zip,application/zip"
        name="pack"
        onPick={(file) => {
          const form = new FormData();
          form.append("pack", file);
          void fetcher.submit(form, {
            method: "post",
            action: "/ticket-packs",
            encType: "multipart/form-data",
          });
        }}
      />
    </Box>
  );
}

/** Lists that go out, and a ticket that comes in. */
export function InAndOut() {
  return (
    <Box component="section" sx={{ display: "grid", gap: 1.5, maxWidth: 860 }}>
      <Typography variant="h2">Out of the program</Typography>
      <IfMay doing="export">
        <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
          <li>
            <a style={{ color: "inherit" }} href="/exports/tickets.csv">
              Tickets
            </a>
            ,{" "}
            <a style={{ color: "inherit" }} href="/exports/customers.csv">
              customers
            </a>
            ,{" "}
            <a style={{ color: "inherit" }} href="/exports/parts.csv">
              parts ordered
            </a>
            ,{" "}
            <a style={{ color: "inherit" }} href="/exports/stock.csv">
              stock
            </a>
            ,{" "}
            <a style={{ color: "inherit" }} href="/exports/times.csv">
              times at the bench
            </a>{" "}
            as CSV
          </li>
          <li>
            <a style={{ color: "inherit" }} href="/exports/promised.ics">
              Promised days and soaks
            </a>{" "}
            as a calendar
          </li>
        </Box>
      </IfMay>
      <IfMay doing="unpack" quiet>
        <TakePackIn />
      </IfMay>
      <Link to="/stock" style={{ color: "inherit" }}>
        Stock: what lies on the shelves
      </Link>
    </Box>
  );
}
