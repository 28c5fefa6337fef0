import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Typography from "@mui/material/Typography";
import type { Edit } from "../../../core/edit/index.ts";
import {
  fitted,
  type Guide,
  isThing,
  liesOver,
  partsOver,
  type Point,
  polygonIn,
} from "../../../core/guide/index.ts";
import { idFrom, outlineOf } from "../../../core/learn/index.ts";
import { capital, JOINT_KIND_WORDS, jointWord, thingNames } from "../../../core/words/index.ts";
import { shifted } from "./edit-map.tsx";
import { jointFields, PART_FIELDS } from "./fact-fields.ts";
import { FactForm, Several } from "./fact-form.tsx";

/** What is being tapped on the map for the thing that is chosen. */
export type Tapping = "outline" | "points";

interface Props {
  readonly guide: Guide;
  readonly id: string;
  readonly edit: (...edits: readonly Edit[]) => void;
  readonly choose: (id: string | undefined) => void;
  readonly tapping: Tapping | undefined;
  readonly tap: (what: Tapping | undefined) => void;
  readonly spots: readonly Point[];
}

/** The facts of the part that is chosen, what it lies over, and its outline. */
export function PartFacts({ guide, id, edit, choose, tapping, tap, spots }: Props) {
  const part = guide.parts[id]!;
  const things = thingNames(guide).filter(({ value }) => value !== id);
  const { shape } = part;
  const set = (keys: Readonly<Record<string, unknown>>) =>
    edit({ do: "set", of: "parts", id, keys });
  const outline = () => {
    const next = outlineOf(spots);
    if (next) set({ shape: next });
    tap(undefined);
  };
  const copy = () => {
    const copied = idFrom(part.name, (taken) => isThing(guide, taken));
    const moved = shape && fitted(shape, { ...shape, x: shape.x + 5, y: shape.y + 5 });
    const fact = { ...part, ...(moved ? { shape: moved } : {}) };
    edit({ do: "add", of: "parts", id: copied, fact });
    choose(copied);
  };
  return (
    <>
      <Head
        title={part.name}
        id={id}
        onCopy={copy}
        onDelete={() => {
          edit({ do: "drop", of: "parts", id });
          choose(undefined);
        }}
      />
      <Box sx={{ display: "flex", gap: 1, flexWrap: "wrap" }}>
        {tapping === "outline" ? (
          <>
            <Button variant="contained" onClick={outline} disabled={outlineOf(spots) === undefined}>
              Take it as the outline
            </Button>
            <Button onClick={() => tap(undefined)}>Cancel</Button>
            <Typography role="status">
              Tap two corners, or each corner in turn round it: {spots.length} so far.
            </Typography>
          </>
        ) : (
          <>
            <Button variant="outlined" onClick={() => tap("outline")}>
              Outline it on the map
            </Button>
            {shape && !shape.outline && (
              <>
                <Button
                  onClick={() =>
                    set({ shape: { ...shape, round: shape.round ? undefined : true } })
                  }
                >
                  {shape.round ? "Make it square" : "Make it round"}
                </Button>
                <Button onClick={() => set({ shape: polygonIn(shape.view, cornersOf(shape)) })}>
                  Bend its corners
                </Button>
              </>
            )}
          </>
        )}
      </Box>
      <FactForm
        guide={guide}
        self={id}
        fact={part as unknown as Record<string, unknown>}
        fields={PART_FIELDS}
        set={(key, value) => set({ [key]: value })}
      />
      <Several
        label="Lies over"
        options={things.map(({ value }) => value)}
        nameOf={(other) => things.find(({ value }) => value === other)?.label ?? other}
        value={liesOver(guide, id)}
        set={(list) => edit({ do: "cover", part: id, over: list })}
      />
    </>
  );
}

const cornersOf = ({ x, y, w, h }: { x: number; y: number; w: number; h: number }) => [
  { x, y },
  { x: x + w, y },
  { x: x + w, y: y + h },
  { x, y: y + h },
];

/** The facts of the joint that is chosen, and its points. */
export function JointFacts({
  guide,
  id,
  edit,
  choose,
  tapping,
  tap,
  spots,
  point,
}: Props & { readonly point: number | undefined }) {
  const joint = guide.joints[id]!;
  const at = joint.at ?? [];
  const set = (keys: Readonly<Record<string, unknown>>) =>
    edit({ do: "set", of: "joints", id, keys });
  /** The number of screws goes with their points, where it did before. */
  const setPoints = (points: readonly Point[]) => {
    const isCounted = joint.kind === "screws" && joint.count === at.length;
    const count = isCounted && points.length > 0 ? { count: points.length } : {};
    set({ at: points.length > 0 ? points : null, ...count });
  };
  const copy = () => {
    const copied = idFrom(joint.name ?? JOINT_KIND_WORDS[joint.kind], (taken) =>
      isThing(guide, taken),
    );
    const points = at.length > 0 ? { at: shifted(joint, 5, 5) } : {};
    edit({ do: "add", of: "joints", id: copied, fact: { ...joint, ...points } });
    choose(copied);
  };
  return (
    <>
      <Head
        title={capital(jointWord(guide, id))}
        id={id}
        onCopy={copy}
        onDelete={() => {
          edit({ do: "drop", of: "joints", id });
          choose(undefined);
        }}
      />
      <Box sx={{ display: "flex", gap: 1, flexWrap: "wrap", alignItems: "center" }}>
        {tapping === "points" ? (
          <>
            <Button
              variant="contained"
              disabled={spots.length === 0}
              onClick={() => {
                setPoints([...at, ...spots]);
                tap(undefined);
              }}
            >
              Add {spots.length === 1 ? "the point" : `${spots.length} points`}
            </Button>
            <Button onClick={() => tap(undefined)}>Cancel</Button>
            <Typography role="status">Tap each place on the map.</Typography>
          </>
        ) : (
          <>
            <Button variant="outlined" onClick={() => tap("points")}>
              Add points on the map
            </Button>
            {point !== undefined && point < at.length && (
              <Button onClick={() => setPoints(at.filter((_, i) => i !== point))}>
                Delete point {point + 1}
              </Button>
            )}
          </>
        )}
      </Box>
      <FactForm
        guide={guide}
        fact={joint as unknown as Record<string, unknown>}
        fields={jointFields(joint)}
        set={(key, value) => set({ [key]: value })}
      />
      <Several
        label="Under"
        options={Object.keys(guide.parts)}
        nameOf={(part) => guide.parts[part]?.name ?? part}
        value={partsOver(guide, id)}
        set={(list) => edit(...underEdits(guide, id, list))}
      />
    </>
  );
}

/** The covers that change when a joint lies under these parts and no others. */
function underEdits(guide: Guide, joint: string, parts: readonly string[]): readonly Edit[] {
  return Object.keys(guide.parts).flatMap((part): readonly Edit[] => {
    const over = liesOver(guide, part);
    const [was, is] = [over.includes(joint), parts.includes(part)];
    if (was === is) return [];
    const next = is ? [...over, joint] : over.filter((other) => other !== joint);
    return [{ do: "cover", part, over: next }];
  });
}

function Head({
  title,
  id,
  onCopy,
  onDelete,
}: {
  title: string;
  id: string;
  onCopy: () => void;
  onDelete: () => void;
}) {
  return (
    <Box sx={{ display: "flex", gap: 1, alignItems: "baseline", flexWrap: "wrap" }}>
      <Typography variant="h2">{title}</Typography>
      <span className="mono" style={{ color: "var(--soft)" }}>
        {id}
      </span>
      <Box component="span" sx={{ flex: 1 }} />
      <Button onClick={onCopy}>Copy</Button>
      <Button color="error" onClick={onDelete}>
        Delete
      </Button>
    </Box>
  );
}
