import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import type { Edit } from "../../../core/edit/index.ts";
import type { Guide, Order } from "../../../core/guide/index.ts";
import { thingNames } from "../../../core/words/index.ts";
import { Choice } from "../../ui/choice.tsx";
import { FactForm } from "./fact-form.tsx";
import type { Field } from "./fact-fields.ts";

const ABOUT: readonly Field[] = [
  { key: "recognise", label: "How to know it", as: { type: "long" } },
  { key: "note", label: "Note on the machine", as: { type: "long" } },
];

/** What is said of the guide as a whole, and what must or should come before what. */
export function GuideFacts({
  guide,
  edit,
  choose,
}: {
  guide: Guide;
  edit: (...edits: readonly Edit[]) => void;
  choose: (id: string) => void;
}) {
  const names = thingNames(guide);
  return (
    <>
      <Typography>Tap a part or a mark on the map, or choose it here.</Typography>
      <Box
        component="ul"
        aria-label="Parts and joints"
        sx={{ m: 0, p: 0, listStyle: "none", columns: 2, maxHeight: 300, overflow: "auto" }}
      >
        {names.map(({ value, label }) => (
          <li key={value}>
            <Button size="small" onClick={() => choose(value)} sx={{ textAlign: "left" }}>
              {label}
            </Button>
          </li>
        ))}
      </Box>
      <FactForm
        guide={guide}
        fact={{ recognise: guide.recognise, note: guide.note }}
        fields={ABOUT}
        set={(key, value) => {
          const words = typeof value === "string" ? value : "";
          // How to know it cannot be left out.
          if (key === "note") edit({ do: "about", key, value: words });
          else if (words !== "") edit({ do: "about", key: "recognise", value: words });
        }}
      />
      <Orders guide={guide} names={names} edit={edit} />
    </>
  );
}

interface Name {
  readonly value: string;
  readonly label: string;
}

const STRENGTH = [
  { value: "must", label: "Must come first" },
  { value: "advised", label: "Better first" },
] as const;

function Orders({
  guide,
  names,
  edit,
}: {
  guide: Guide;
  names: readonly Name[];
  edit: (...edits: readonly Edit[]) => void;
}) {
  const [first, setFirst] = useState("");
  const [then, setThen] = useState("");
  const [strength, setStrength] = useState<Order["strength"]>("must");
  const [why, setWhy] = useState("");
  const nameOf = (id: string): string => names.find(({ value }) => value === id)?.label ?? id;
  const isReady = first !== "" && then !== "" && first !== then && why.trim() !== "";
  const add = () => {
    edit({ do: "order", order: { first, then, strength, why: why.trim() } });
    setFirst("");
    setThen("");
    setWhy("");
  };
  return (
    <Box component="section" aria-label="What comes first" sx={{ display: "grid", gap: 1 }}>
      <Typography variant="h3" component="h2">
        What comes first
      </Typography>
      {guide.orders.map((order) => (
        <Box
          key={`${order.first} ${order.then}`}
          sx={{ display: "flex", gap: 1, alignItems: "baseline" }}
        >
          <Box sx={{ flex: 1 }}>
            {nameOf(order.first)} before {nameOf(order.then)}
            {order.strength === "advised" && ", as advice"}: {order.why}
          </Box>
          <Button
            size="small"
            onClick={() => edit({ do: "free", first: order.first, then: order.then })}
          >
            Delete
          </Button>
        </Box>
      ))}
      <Box sx={{ display: "grid", gridTemplateColumns: "1fr 1fr", gap: 1 }}>
        <Choice label="First" value={first} options={names} choose={setFirst} />
        <Choice label="Then" value={then} options={names} choose={setThen} />
        <Choice label="How strictly" value={strength} options={STRENGTH} choose={setStrength} />
        <TextField label="Why" value={why} onChange={({ target }) => setWhy(target.value)} />
      </Box>
      <Box>
        <Button variant="outlined" onClick={add} disabled={!isReady}>
          Add the order
        </Button>
      </Box>
    </Box>
  );
}
