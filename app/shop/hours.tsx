import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import { type PersonHours, type ShopHours, spansIn, spansText } from "../../core/days/index.ts";
import { useSend } from "../ui/use-send.ts";

const WEEKDAYS = ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"] as const;
const PLACES = [
  ["benches", "Benches"],
  ["soakPlaces", "Soak places"],
  ["soakHours", "A soak takes, hours"],
] as const;

interface Typed {
  readonly id: string;
  readonly week: readonly string[];
  readonly off: string;
}

const typedOf = ({ id, week, off }: PersonHours): Typed => ({
  id,
  week: week.map(spansText),
  off: off.map(({ from, to }) => (from === to ? from : `${from} to ${to}`)).join(", "),
});

const DAY = /^\d{4}-\d{2}-\d{2}$/;

/** Days off of a text; undefined: it is none. "2026-12-24 to 2026-12-27, 2027-01-02" */
function daysIn(text: string): PersonHours["off"] | undefined {
  const pieces = text.split(",").filter((one) => one.trim() !== "");
  const days = pieces.map((piece) => piece.split("to").map((one) => one.trim()));
  if (days.some((one) => one.length > 2 || !one.every((day) => DAY.test(day)))) return undefined;
  return days.map(([from, to]) => ({ from: from!, to: to ?? from! }));
}

/** Places, who works when, and days off: what promises are reckoned by. */
export function Hours({ hours, name }: { hours: ShopHours; name: (id: string) => string }) {
  const send = useSend("/hours");
  const [places, setPlaces] = useState(() =>
    Object.fromEntries(PLACES.map(([key]) => [key, String(hours[key])])),
  );
  const [people, setPeople] = useState(() => hours.people.map(typedOf));
  const change = (at: number, more: Partial<Typed>) =>
    setPeople(people.map((one, i) => (i === at ? { ...one, ...more } : one)));
  const isWrong =
    PLACES.some(([key]) => !(Number(places[key]) >= 0) || places[key]!.trim() === "") ||
    people.some(
      ({ week, off }) => week.some((text) => !spansIn(text)) || daysIn(off) === undefined,
    );
  return (
    <Box sx={{ display: "grid", gap: 2 }}>
      <Typography variant="h2">Hours and places</Typography>
      {send.error !== undefined && <Alert severity="error">{send.error}</Alert>}
      {send.isDone && <Alert severity="success">Kept. The days are reckoned by it.</Alert>}
      <Box sx={{ display: "flex", gap: 2, flexWrap: "wrap" }}>
        {PLACES.map(([key, label]) => (
          <TextField
            key={key}
            label={label}
            value={places[key]}
            error={!(Number(places[key]) >= 0)}
            onChange={(event) => setPlaces({ ...places, [key]: event.target.value })}
            sx={{ width: 200 }}
          />
        ))}
      </Box>
      {people.map(({ id, week, off }, at) => (
        <Box key={id} role="group" aria-label={`Hours of ${name(id)}`}>
          <Typography sx={{ mb: 1 }}>{name(id)}</Typography>
          <Box
            sx={{
              display: "grid",
              gap: 1,
              gridTemplateColumns: "repeat(auto-fill, minmax(200px, 1fr))",
            }}
          >
            {WEEKDAYS.map((day, i) => (
              <TextField
                key={day}
                label={day}
                size="small"
                value={week[i]}
                error={!spansIn(week[i]!)}
                helperText={spansIn(week[i]!) ? undefined : "Like 9:00-12:30, 13:30-17:30"}
                onChange={(event) =>
                  change(at, { week: week.map((one, k) => (k === i ? event.target.value : one)) })
                }
              />
            ))}
            <TextField
              label="Days off"
              size="small"
              value={off}
              error={daysIn(off) === undefined}
              helperText={
                daysIn(off) === undefined ? "Like 2026-12-24 to 2026-12-27, 2027-01-02" : undefined
              }
              onChange={(event) => change(at, { off: event.target.value })}
            />
          </Box>
        </Box>
      ))}
      <Box>
        <Button
          variant="contained"
          disabled={isWrong || send.isBusy}
          onClick={() =>
            send.send({
              hours: {
                ...Object.fromEntries(PLACES.map(([key]) => [key, Number(places[key])])),
                people: people.map(({ id, week, off }) => ({
                  id,
                  week: week.map((text) => spansIn(text)!),
                  off: daysIn(off)!,
                })),
              },
            })
          }
        >
          Keep the hours
        </Button>
      </Box>
    </Box>
  );
}
