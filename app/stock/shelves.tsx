import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useEffect, useMemo, useState } from "react";
import { CONDITIONS, type Condition } from "../../core/price/index.ts";
import { type StockItem, tooFew } from "../../core/stock/index.ts";
import { capital, moneyWords } from "../../core/words/index.ts";
import { useDevice } from "../devices/use-device.ts";
import { Choice } from "../ui/choice.tsx";
import { momentWords, useZone } from "../ui/days.ts";
import { Fold } from "../ui/fold.tsx";
import { Grid } from "../ui/grid.tsx";
import { centsIn } from "../ui/money.ts";
import { useSend } from "../ui/use-send.ts";
import { IfMay } from "../ui/if-may.tsx";

interface Move {
  readonly id?: number;
  readonly name: string;
  readonly change: number;
  readonly ticket: number | null;
  readonly why: string;
  readonly at: string;
}

/** What lies on the shop's shelves: looked through, counted, added to. */
export function Shelves({ items, moves }: { items: readonly StockItem[]; moves: readonly Move[] }) {
  const zone = useZone();
  const few = tooFew(items);
  const rows = useMemo(
    () =>
      items.map((item) => ({
        ...item,
        condition: capital(item.condition),
        price: moneyWords(item.price),
      })),
    [items],
  );
  return (
    <Box sx={{ display: "grid", gridTemplateColumns: "minmax(0, 1fr)", gap: 2 }}>
      {few.length > 0 && (
        <Alert severity="warning">
          Too few:{" "}
          {few.map(({ name, count, least }) => `${name} (${count} of ${least})`).join(", ")}.
        </Alert>
      )}
      <Grid
        name="Stock"
        rows={rows}
        empty="Nothing on the shelves yet. What is put there is offered when a job is priced."
        columns={[
          { field: "name", headerName: "What", flex: 1, minWidth: 180 },
          { field: "code", headerName: "Code", width: 150, cellClassName: "mono" },
          { field: "condition", headerName: "Condition", width: 100 },
          { field: "count", headerName: "Count", width: 80, type: "number" },
          { field: "least", headerName: "At least", width: 80, type: "number" },
          { field: "place", headerName: "Place", width: 120 },
          {
            field: "price",
            headerName: "Price",
            width: 100,
            align: "right",
            cellClassName: "mono",
          },
          { field: "story", headerName: "Where it is from", flex: 1, minWidth: 160 },
        ]}
      />
      <IfMay doing="stock">
        <Restock items={items} />
        <NewThing />
      </IfMay>
      <Fold title="Last moves" level={2} line={moves.length === 0 ? "none yet" : ""} isOpen={false}>
        {moves.map(({ id, name, change, ticket, why, at }) => (
          <div key={id}>
            {momentWords(at, zone)}: {change > 0 ? `+${change}` : change} {name}
            {ticket !== null && `, ticket ${ticket}`}
            {why !== "" && ` (${why})`}
          </div>
        ))}
      </Fold>
    </Box>
  );
}

const row = { display: "flex", gap: 1, flexWrap: "wrap", alignItems: "center" } as const;

/** More or fewer of a thing that is there. */
function Restock({ items }: { items: readonly StockItem[] }) {
  const stock = useSend("/stock");
  const [item, setItem] = useState("");
  const [change, setChange] = useState("1");
  const [why, setWhy] = useState("");
  if (items.length === 0) return null;
  const isWhole = /^[+-]?\d{1,4}$/.test(change.trim()) && Number(change) !== 0;
  return (
    <Box component="section" aria-label="More or fewer">
      <Typography variant="h2" sx={{ mb: 1.5 }}>
        More or fewer
      </Typography>
      {stock.error !== undefined && <Alert severity="error">{stock.error}</Alert>}
      <Box sx={row}>
        <Choice
          label="Thing"
          value={item}
          options={items.map(({ id, name, code, condition }) => ({
            value: id,
            label: `${name}, ${code}, ${condition}`,
          }))}
          choose={setItem}
          sx={{ minWidth: 320 }}
        />
        <TextField
          label="By, like 2 or -1"
          value={change}
          error={!isWhole}
          onChange={(event) => setChange(event.target.value)}
          sx={{ width: 130 }}
        />
        <TextField label="Why" value={why} onChange={(event) => setWhy(event.target.value)} />
        <Button
          variant="outlined"
          disabled={item === "" || !isWhole || stock.isBusy}
          onClick={() =>
            stock.send({ does: "restock", stock: item, change: Number(change), why: why.trim() })
          }
        >
          Write it down
        </Button>
      </Box>
    </Box>
  );
}

const EMPTY = { code: "", name: "", place: "", price: "", least: "0", count: "1", story: "" };

/** A new thing; a scanner types its code. */
function NewThing() {
  const stock = useSend("/stock");
  const [typed, setTyped] = useState(EMPTY);
  const [condition, setCondition] = useState<Condition>("new");
  useDevice("scanner", (line) => setTyped((before) => ({ ...before, code: line.trim() })));
  useEffect(() => {
    if (stock.isDone) setTyped(EMPTY);
  }, [stock.isDone]);
  const field = (name: keyof typeof EMPTY, label: string, width: number) => (
    <TextField
      label={label}
      value={typed[name]}
      onChange={(event) => setTyped({ ...typed, [name]: event.target.value })}
      sx={{ width }}
      slotProps={{ htmlInput: { maxLength: name === "story" ? 500 : 120 } }}
    />
  );
  const { price, least, count, ...texts } = typed;
  return (
    <Box component="section" aria-label="A new thing">
      <Typography variant="h2" sx={{ mb: 1.5 }}>
        A new thing on the shelf
      </Typography>
      {stock.error !== undefined && <Alert severity="error">{stock.error}</Alert>}
      <Box sx={row}>
        {field("code", "Code", 170)}
        {field("name", "What it is", 220)}
        <Choice
          label="Condition"
          value={condition}
          options={CONDITIONS.map((value) => ({ value, label: capital(value) }))}
          choose={setCondition}
        />
        {field("count", "Count", 80)}
        {field("least", "At least", 90)}
        {field("price", "Price", 100)}
        {field("place", "Place", 130)}
        {field(
          "story",
          condition === "pulled" ? "Pulled from which machine" : "Where it is from",
          260,
        )}
        <Button
          variant="contained"
          disabled={typed.code.trim() === "" || typed.name.trim() === "" || stock.isBusy}
          onClick={() =>
            stock.send({
              does: "shelve",
              item: {
                ...texts,
                condition,
                price: centsIn(price) ?? -1,
                least: Number(least),
                count: Number(count),
              },
            })
          }
        >
          Put it on the shelf
        </Button>
      </Box>
    </Box>
  );
}
