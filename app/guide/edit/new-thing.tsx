import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import { type Edit, joinsAt, newJoint } from "../../../core/edit/index.ts";
import {
  type Guide,
  isThing,
  type JointKind,
  PART_KINDS,
  type PartKind,
  type Point,
} from "../../../core/guide/index.ts";
import { enteredPart, idFrom, outlineOf } from "../../../core/learn/index.ts";
import { capital, JOINT_KIND_WORDS, PART_KIND_WORDS } from "../../../core/words/index.ts";
import { Choice } from "../../ui/choice.tsx";
import { Several } from "./fact-form.tsx";

export type NewKind = "part" | "joint";

/** A part or a joint that the guide does not have yet, where it was tapped on the map. */
export function NewThing({
  guide,
  what,
  spots,
  onMade,
  onClose,
}: {
  guide: Guide;
  what: NewKind;
  spots: readonly Point[];
  onMade: (edit: Edit, id: string) => void;
  onClose: () => void;
}) {
  return what === "part" ? (
    <NewPart guide={guide} spots={spots} onMade={onMade} onClose={onClose} />
  ) : (
    <NewJoint guide={guide} spots={spots} onMade={onMade} onClose={onClose} />
  );
}

interface Props {
  readonly guide: Guide;
  readonly spots: readonly Point[];
  readonly onMade: (edit: Edit, id: string) => void;
  readonly onClose: () => void;
}

function NewPart({ guide, spots, onMade, onClose }: Props) {
  const [kind, setKind] = useState<PartKind>("bracket");
  const [typed, setTyped] = useState("");
  const [on, setOn] = useState("");
  const name = typed.trim() || capital(PART_KIND_WORDS[kind]);
  const under = spots[0] ? joinsAt(guide, spots[0])[0] : undefined;
  const frame = Object.keys(guide.parts).find((id) => guide.parts[id]!.on === undefined);
  const make = () => {
    const shape = outlineOf(spots);
    const id = idFrom(name, (taken) => isThing(guide, taken));
    const lies = (on || under) ?? frame;
    const fact = {
      ...enteredPart(name, kind),
      ...(lies === undefined ? {} : { on: lies }),
      ...(shape ? { shape } : {}),
    };
    onMade({ do: "add", of: "parts", id, fact }, id);
  };
  return (
    <Panel title="A new part" onMake={make} onClose={onClose}>
      <Typography role="status">
        Tap two corners of it on the map, or each corner in turn round it: {spots.length} so far.
      </Typography>
      <Choice
        label="Kind"
        value={kind}
        options={PART_KINDS.map((value) => ({ value, label: capital(PART_KIND_WORDS[value]) }))}
        choose={setKind}
      />
      <Name value={typed} placeholder={name} set={setTyped} />
      <Choice
        label="Lies on"
        value={on || (under ?? frame ?? "")}
        options={Object.entries(guide.parts).map(([value, part]) => ({ value, label: part.name }))}
        choose={setOn}
      />
    </Panel>
  );
}

function NewJoint({ guide, spots, onMade, onClose }: Props) {
  const [kind, setKind] = useState<JointKind>("screws");
  const [typed, setTyped] = useState("");
  const [chosen, setJoins] = useState<readonly string[]>();
  const name = typed.trim() || capital(JOINT_KIND_WORDS[kind]);
  const joins = chosen ?? (spots[0] ? joinsAt(guide, spots[0]) : []);
  const make = () => {
    const id = idFrom(name, (taken) => isThing(guide, taken));
    onMade({ do: "add", of: "joints", id, fact: newJoint(kind, name, joins, spots) }, id);
  };
  return (
    <Panel title="A new joint" onMake={make} onClose={onClose} isReady={joins.length > 1}>
      <Typography role="status">Tap each place on the map: {spots.length} so far.</Typography>
      <Choice
        label="Kind"
        value={kind}
        options={Object.entries(JOINT_KIND_WORDS).map(([value, word]) => ({
          value: value as JointKind,
          label: capital(word),
        }))}
        choose={setKind}
      />
      <Name value={typed} placeholder={name} set={setTyped} />
      <Several
        label="Joins (two at least)"
        options={Object.keys(guide.parts)}
        nameOf={(id) => guide.parts[id]?.name ?? id}
        value={joins}
        set={setJoins}
      />
    </Panel>
  );
}

const Name = ({
  value,
  placeholder,
  set,
}: {
  value: string;
  placeholder: string;
  set: (text: string) => void;
}) => (
  <TextField
    label="Name"
    value={value}
    placeholder={placeholder}
    onChange={({ target }) => set(target.value)}
    slotProps={{ htmlInput: { maxLength: 80 }, inputLabel: { shrink: true } }}
  />
);

function Panel({
  title,
  isReady = true,
  onMake,
  onClose,
  children,
}: {
  title: string;
  isReady?: boolean;
  onMake: () => void;
  onClose: () => void;
  children: React.ReactNode;
}) {
  return (
    <Box
      component="form"
      aria-label={title}
      onSubmit={(event: React.FormEvent) => {
        event.preventDefault();
        if (isReady) onMake();
      }}
      sx={{ display: "grid", gap: 1.5, alignContent: "start" }}
    >
      <Typography variant="h2">{title}</Typography>
      {children}
      <Box sx={{ display: "flex", gap: 1 }}>
        <Button type="submit" variant="contained" disabled={!isReady}>
          Add it
        </Button>
        <Button onClick={onClose}>Cancel</Button>
      </Box>
    </Box>
  );
}
