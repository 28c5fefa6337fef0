import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Tab from "@mui/material/Tab";
import Tabs from "@mui/material/Tabs";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { fitted, type Guide, isThing, mainView, type Point } from "../../../core/guide/index.ts";
import { CheckView } from "../check-view.tsx";
import { useLayers } from "../layers-off.tsx";
import { ViewChoice } from "../view-choice.tsx";
import { EditMap, shifted } from "./edit-map.tsx";
import { GuideFacts } from "./guide-facts.tsx";
import { NewThing, type NewKind } from "./new-thing.tsx";
import { JointFacts, PartFacts, type Tapping } from "./thing-facts.tsx";
import type { Editing } from "./use-editing.ts";

/** A millimetre by an arrow, five with Shift. */
const STEP = 1;
const LEAP = 5;
const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** What the arrows belong to while it has the focus. */
const OWN_ARROWS =
  '[role="tab"], [role="combobox"], [role="listbox"], [role="menu"], [role="slider"], [role="dialog"]';

/** The facts of a guide, changed on the map and in forms; `check` answers beside them. */
export default function EditView({
  editing,
  first,
}: {
  editing: Editing;
  /** What is chosen to begin with. */
  first: string | undefined;
}) {
  const { guide, edit } = editing;
  const [view, setView] = useState(() => viewOf(guide, first) ?? mainView(guide));
  const [out, layers] = useLayers(guide);
  const [wanted, setChosen] = useState(first);
  const [point, setPoint] = useState<number>();
  const [tapping, setTapping] = useState<Tapping | NewKind>();
  const [spots, setSpots] = useState<readonly Point[]>([]);
  const [side, setSide] = useState<"Facts" | "Check">("Facts");
  // What was chosen may be gone: undone, or deleted.
  const isThere = wanted !== undefined && isThing(guide, wanted);
  const chosen = isThere ? wanted : undefined;
  const isPart = chosen !== undefined && Object.hasOwn(guide.parts, chosen);
  const isNew = tapping === "part" || tapping === "joint";
  const choose = (id: string | undefined) => {
    setChosen(id);
    setPoint(undefined);
    setTapping(undefined);
    setSpots([]);
    if (id === undefined) return;
    setSide("Facts");
    // Chosen by name it may lie on another side.
    const isHere = guide.joints[id]?.at?.some((at) => at.view === view) === true;
    if (!isHere) setView(viewOf(guide, id) ?? view);
  };
  const tap = (what: Tapping | NewKind | undefined) => {
    setTapping(what);
    setSpots([]);
  };
  const set = (id: string, keys: Readonly<Record<string, unknown>>) =>
    edit({ do: "set", of: Object.hasOwn(guide.parts, id) ? "parts" : "joints", id, keys });
  const nudge = (dx: number, dy: number) => {
    if (chosen === undefined) return;
    const { shape } = guide.parts[chosen] ?? {};
    if (shape) {
      set(chosen, { shape: fitted(shape, { ...shape, x: shape.x + dx, y: shape.y + dy }) });
    }
    const joint = guide.joints[chosen];
    if (!joint?.at) return;
    const at = shifted(joint, dx, dy).map((moved, i) =>
      point === undefined || point === i ? moved : joint.at![i]!,
    );
    set(chosen, { at });
  };
  useHotkeys("mod+z", () => editing.undo(), { preventDefault: true });
  useHotkeys("mod+y, mod+shift+z", () => editing.redo(), { preventDefault: true });
  useHotkeys("escape", () => (tapping ? tap(undefined) : choose(undefined)));
  useHotkeys(
    Object.keys(ARROWS).flatMap((key) => [key, `shift+${key}`]),
    (event) => {
      const [dx, dy] = ARROWS[event.key] ?? [0, 0];
      const by = event.shiftKey ? LEAP : STEP;
      nudge(dx * by, dy * by);
    },
    {
      preventDefault: true,
      enabled: chosen !== undefined && !tapping,
      ignoreEventWhen: ({ target }) =>
        target instanceof Element && target.closest(OWN_ARROWS) !== null,
    },
  );
  const props = { guide, edit, choose, spots, tap };
  return (
    <Box
      sx={{
        display: "grid",
        gridTemplateColumns: { xs: "1fr", md: "minmax(420px, 7fr) 5fr" },
        gap: 3,
      }}
    >
      <Box sx={{ minWidth: 0 }}>
        <Box sx={{ display: "flex", flexWrap: "wrap", gap: 2, alignItems: "center", mb: 1 }}>
          <ViewChoice guide={guide} view={view} choose={setView} />
          {layers}
        </Box>
        <EditMap
          guide={guide}
          view={view}
          out={out}
          chosen={chosen}
          point={point}
          spots={spots}
          onSpot={tapping ? (spot) => setSpots([...spots, spot]) : undefined}
          choose={(id) => {
            // The map keeps a tap from moving the focus: the arrows are meant for what was tapped.
            const { activeElement } = document;
            if (activeElement instanceof HTMLElement && activeElement.matches(OWN_ARROWS)) {
              activeElement.blur();
            }
            choose(id);
          }}
          choosePoint={setPoint}
          set={set}
        />
        <Typography sx={{ color: "var(--soft)", mt: 0.5 }}>
          Drag the grips, or move what is chosen with the arrows: 1 mm, with Shift 5 mm. Ctrl Z
          undoes, Ctrl Y does it again.
        </Typography>
      </Box>
      <Box sx={{ minWidth: 0, display: "grid", gap: 1.5, alignContent: "start" }}>
        <Box sx={{ display: "flex", gap: 1, flexWrap: "wrap" }}>
          <Button variant="outlined" onClick={() => tap("part")}>
            New part
          </Button>
          <Button variant="outlined" onClick={() => tap("joint")}>
            New joint
          </Button>
        </Box>
        {isNew ? (
          <NewThing
            key={tapping}
            guide={guide}
            what={tapping}
            spots={spots}
            onMade={(made, id) => {
              edit(made);
              choose(id);
            }}
            onClose={() => tap(undefined)}
          />
        ) : (
          <>
            <Tabs value={side} onChange={(_, one: typeof side) => setSide(one)} aria-label="Beside">
              <Tab value="Facts" label="Facts" />
              <Tab value="Check" label="Check" />
            </Tabs>
            {side === "Check" && (
              <CheckView
                guide={guide}
                answer={(path, words) => edit({ do: "explain", path, words })}
              />
            )}
            {side === "Facts" && chosen === undefined && (
              <GuideFacts guide={guide} edit={edit} choose={choose} />
            )}
            {side === "Facts" && chosen !== undefined && isPart && (
              <PartFacts key={chosen} {...props} id={chosen} tapping={narrow(tapping)} />
            )}
            {side === "Facts" && chosen !== undefined && !isPart && (
              <JointFacts
                key={chosen}
                {...props}
                id={chosen}
                tapping={narrow(tapping)}
                point={point}
              />
            )}
          </>
        )}
      </Box>
    </Box>
  );
}

/** The view that a part or a joint is drawn in. */
const viewOf = (guide: Guide, id: string | undefined): string | undefined =>
  id === undefined ? undefined : (guide.parts[id]?.shape?.view ?? guide.joints[id]?.at?.[0]?.view);

const narrow = (tapping: Tapping | NewKind | undefined): Tapping | undefined =>
  tapping === "outline" || tapping === "points" ? tapping : undefined;
