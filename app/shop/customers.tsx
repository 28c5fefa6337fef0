import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import type { FoundCustomer } from "../../core/ticket/index.ts";
import { useFetcher } from "react-router";

export interface Erased {
  readonly error: string | undefined;
  /** How many tickets were theirs. */
  readonly tickets?: number;
}
const PLACE = "/customer-data";

/** What is kept of a customer, handed out or taken out of the record. */
export function Customers() {
  const search = useFetcher<readonly FoundCustomer[]>();
  const erase = useFetcher<Erased>();
  const [query, setQuery] = useState("");
  const [sure, setSure] = useState<string>();
  const [photos, setPhotos] = useState(false);
  const found = search.data ?? [];
  const ask = (letters: string) => {
    setQuery(letters);
    setSure(undefined);
    void search.load(`${PLACE}?q=${encodeURIComponent(letters)}`);
  };
  return (
    <Box component="section" sx={{ display: "grid", gap: 1.5, maxWidth: 860 }}>
      <Typography variant="h2">A customer&apos;s data</Typography>
      <TextField
        label="Name or phone of the customer"
        value={query}
        onChange={(event) => ask(event.target.value)}
        sx={{ maxWidth: 360 }}
      />
      <Box role="status">
        {erase.data?.error !== undefined && <Alert severity="error">{erase.data.error}</Alert>}
        {erase.data?.tickets !== undefined && (
          <Alert severity="success">
            The person is out of the record; {erase.data.tickets} tickets stay without a name.
          </Alert>
        )}
        {query.length >= 2 && search.state === "idle" && found.length === 0 && (
          <Typography>Nobody of that name or phone.</Typography>
        )}
      </Box>
      {found.map(({ id, name, phone, tickets }) => (
        <Box key={id} sx={{ display: "flex", flexWrap: "wrap", gap: 1.5, alignItems: "center" }}>
          <Box component="span" sx={{ flex: 1, minWidth: 220 }}>
            {name} {phone}, {tickets === 1 ? "1 ticket" : `${tickets} tickets`}
          </Box>
          <Button
            href={`${PLACE}?id=${encodeURIComponent(id)}`}
            download
            variant="outlined"
            aria-label={`Hand out all that is kept of ${name}`}
          >
            Hand out (JSON)
          </Button>
          {sure === id ? (
            <>
              <FormControlLabel
                control={
                  <Checkbox checked={photos} onChange={(_, isChecked) => setPhotos(isChecked)} />
                }
                label="The pictures of their machines too"
              />
              <Button
                variant="contained"
                color="error"
                onClick={() => {
                  setSure(undefined);
                  setQuery("");
                  void erase.submit(
                    { customer: id, photos },
                    { method: "post", action: PLACE, encType: "application/json" },
                  );
                }}
              >
                Yes, erase {name} for good
              </Button>
            </>
          ) : (
            <Button variant="outlined" color="error" onClick={() => setSure(id)}>
              Erase {name}
            </Button>
          )}
        </Box>
      ))}
    </Box>
  );
}
