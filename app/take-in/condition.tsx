import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import IconButton from "@mui/material/IconButton";
import Close from "@mui/icons-material/Close";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useEffect, useState } from "react";
import { useController, useFormContext } from "react-hook-form";
import { type Guide, parseGuide, type Point } from "../../core/guide/index.ts";
import { type KnownCode, type Mark, MARK_KINDS, type NewTicket } from "../../core/ticket/index.ts";
import { jointWord, MARK_WORDS } from "../../core/words/index.ts";
import { ViewChoice } from "../guide/view-choice.tsx";
import { MachineMap } from "../signs/map/machine-map.tsx";
import { Choice } from "../ui/choice.tsx";

const NOTHING = {
  touched: new Set<string>(),
  out: new Set<string>(),
  inTheWay: new Set<string>(),
  ahead: new Set<string>(),
};

/** A tap so near to a screw means it, mm. */
const NEAR = 14;

/** What is seen on the machine when it comes in, marked where it is; opened where there is something to mark. */
export function Condition({ machine }: { machine: NonNullable<KnownCode["found"]> }) {
  const { control } = useFormContext<NewTicket>();
  const { field, fieldState } = useController({ control, name: "intake" });
  const [isOpen, setOpen] = useState(false);
  const marks = field.value.marks ?? [];
  const guide = useGuide(machine, isOpen || marks.length > 0);
  const set = (next: readonly Mark[]) => field.onChange({ ...field.value, marks: next });
  return (
    <Box component="section" aria-label="Condition on the drawing" sx={{ mt: 2 }}>
      {fieldState.error?.message !== undefined && (
        <Typography role="alert" sx={{ color: "var(--stop)", fontWeight: 700 }}>
          {fieldState.error.message}
        </Typography>
      )}
      {!isOpen && (
        <Button variant="outlined" onClick={() => setOpen(true)}>
          Mark its condition on the drawing
        </Button>
      )}
      {isOpen && guide && <Drawing guide={guide} marks={marks} set={set} />}
      {marks.length > 0 && guide && <Marked guide={guide} marks={marks} set={set} />}
    </Box>
  );
}

/** The guide of the machine, fetched once it is needed. */
function useGuide(
  { version, code }: NonNullable<KnownCode["found"]>,
  isNeeded: boolean,
): Guide | undefined {
  const [guide, setGuide] = useState<{ readonly version: string; readonly guide: Guide }>();
  useEffect(() => {
    if (!isNeeded) return;
    let isStale = false;
    void fetch(`/guide-versions/${version}/${encodeURIComponent(code)}`)
      .then((answer) => (answer.ok ? answer.json() : undefined))
      .then((found: unknown) => {
        const read = parseGuide(found);
        if (!isStale && read.ok) setGuide({ version, guide: read.value });
      })
      .catch(() => undefined);
    return () => {
      isStale = true;
    };
  }, [version, code, isNeeded]);
  return guide?.version === version ? guide.guide : undefined;
}

type Setting = {
  readonly guide: Guide;
  readonly marks: readonly Mark[];
  readonly set: (marks: readonly Mark[]) => void;
};

function Drawing({ guide, marks, set }: Setting) {
  const [kind, setKind] = useState<Mark["kind"]>("dent");
  const [view, setView] = useState(() => Object.keys(guide.views)[0]!);
  const [said, setSaid] = useState("");
  const put = (spot: Point) => {
    if (kind !== "screw-missing") return set([...marks, { kind, ...spot }]);
    const screw = nearestScrew(guide, spot);
    if (!screw) return setSaid("No screw there: tap nearer to one.");
    const isMarked = marks.some(
      ({ joint, place }) => joint === screw.joint && place === screw.place,
    );
    setSaid(isMarked ? "That one is marked already." : "");
    if (!isMarked) set([...marks, { kind, ...screw }]);
  };
  const lots = new Set(
    Object.keys(guide.joints).filter((id) => guide.joints[id]!.kind === "screws"),
  );
  return (
    <Box>
      <Box sx={{ display: "flex", gap: 1, flexWrap: "wrap", alignItems: "center", mb: 1 }}>
        <Choice
          label="What it is"
          value={kind}
          options={MARK_KINDS.map((value) => ({ value, label: MARK_WORDS[value] }))}
          choose={setKind}
        />
        <ViewChoice guide={guide} view={view} choose={setView} />
      </Box>
      <Box sx={{ height: 330, border: "1px solid var(--line)", borderRadius: "6px" }}>
        <MachineMap
          guide={guide}
          view={view}
          marks={{ ...NOTHING, ahead: lots }}
          onTap={() => undefined}
          onSpot={put}
          spots={marks}
        />
      </Box>
      <Typography role="status" sx={{ color: "var(--soft)", minHeight: 26 }}>
        {said || "Tap the place; with the keys: arrows move a cross, Enter marks."}
      </Typography>
    </Box>
  );
}

/** The screw that a tap means: its lot, its place in it, and where that is. */
function nearestScrew(guide: Guide, { view, x, y }: Point): Omit<Mark, "kind"> | undefined {
  let found: { readonly mark: Omit<Mark, "kind">; readonly away: number } | undefined;
  for (const [joint, facts] of Object.entries(guide.joints)) {
    if (facts.kind !== "screws") continue;
    for (const [place, point] of (facts.at ?? []).entries()) {
      if (point.view !== view) continue;
      const away = Math.hypot(point.x - x, point.y - y);
      if (away > NEAR || (found && found.away <= away)) continue;
      found = { mark: { joint, place, view, x: point.x, y: point.y }, away };
    }
  }
  return found?.mark;
}

/** The marks as a list: each can be told more of, and taken away. */
function Marked({ guide, marks, set }: Setting) {
  return (
    <Box
      component="ol"
      aria-label="Marks"
      sx={{ m: 0, p: 0, listStyle: "none", display: "grid", gap: 0.5 }}
    >
      {marks.map((mark, i) => {
        const { kind, joint, note = "", view } = mark;
        const where = joint === undefined ? guide.views[view]?.name : jointWord(guide, joint);
        return (
          <Box component="li" key={i} sx={{ display: "flex", gap: 1, alignItems: "center" }}>
            <Box sx={{ minWidth: 260 }}>
              <span className="mono">{i + 1}</span> {MARK_WORDS[kind]}, {where}
            </Box>
            <TextField
              label="Words"
              value={note}
              onChange={(event) =>
                set(marks.map((one, k) => (k === i ? { ...one, note: event.target.value } : one)))
              }
              slotProps={{ htmlInput: { maxLength: 200 } }}
            />
            <IconButton
              aria-label={`Take mark ${i + 1} away`}
              onClick={() => set(marks.filter((_, k) => k !== i))}
            >
              <Close />
            </IconButton>
          </Box>
        );
      })}
    </Box>
  );
}
