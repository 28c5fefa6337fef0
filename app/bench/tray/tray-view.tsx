import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import ButtonBase from "@mui/material/ButtonBase";
import { Link, useFetcher } from "react-router";
import {
  type BenchState,
  type Habit,
  HABITS,
  type Lot,
  type TrayPlan,
  whereabouts,
} from "../../../core/bench/index.ts";
import type { Guide, ScrewsJoint } from "../../../core/guide/index.ts";
import type { Model } from "../../../core/rules/index.ts";
import type { TrayGrid } from "../../../core/screws/index.ts";
import { capital, jointWord, mixUpWords, placeWords } from "../../../core/words/index.ts";
import { ScrewToken } from "../../signs/screw-token.tsx";
import { MONO } from "../../ui/theme.ts";
import { BenchField } from "../screen/bench-field.tsx";
import { MirrorDrawing } from "./mirror.tsx";
import type { Keeping } from "../model/bench-view.ts";
import { WhichScrew } from "./which-screw.tsx";

export const HABIT_WORDS: Readonly<Record<Habit, string>> = {
  cells: "Cells",
  mirror: "Mirror",
  "with-part": "With the part",
  parked: "Parked",
};

/** What lies where: the tray or the mirror at full size, the counts, and which screw this one is. */
export function TrayView({
  ticket,
  model,
  state,
  tray,
  keeping,
  lit,
  view,
  onHabit,
}: {
  ticket: number;
  model: Model;
  state: BenchState;
  tray: TrayPlan | undefined;
  keeping: Keeping;
  lit: string | undefined;
  view: string;
  onHabit: (habit: Habit) => void;
}) {
  const { guide } = model;
  const lots = [...state.lots.values()];
  const counts = whereabouts(lots);
  return (
    <Box
      sx={{
        p: 2,
        height: "100%",
        overflowY: "auto",
        display: "grid",
        gap: 1.5,
        alignContent: "start",
      }}
    >
      <Box sx={{ display: "flex", gap: 1, alignItems: "center", flexWrap: "wrap" }}>
        <HabitChoice now={keeping.habit} onHabit={onHabit} />
        <Box sx={{ ml: "auto", fontSize: 16 }}>
          <Link
            to={`/tickets/${ticket}/sheet?way=${keeping.habit === "cells" ? "cells" : "mirror"}`}
            style={{ color: "inherit" }}
          >
            Print the sheet
          </Link>
        </Box>
      </Box>
      <Box sx={{ fontSize: 18 }} role="status">
        {counts.out} out, {counts.parked} parked, {counts.back} back in, {counts.shortAtIntake}{" "}
        missing at intake, {counts.lost} lost
      </Box>
      {keeping.habit === "cells" && tray && (
        <Cells guide={guide} tray={tray} lots={lots} lit={lit} />
      )}
      {keeping.habit === "cells" && !tray && (
        <Box sx={{ fontSize: 18, fontWeight: 700 }}>
          These lots do not go into this tray: choose a bigger one below, or another way.
        </Box>
      )}
      {keeping.habit === "mirror" && (
        <MirrorDrawing
          guide={guide}
          view={view}
          lots={new Set(lots.filter(isOut).map(({ joint }) => joint))}
          lit={lit}
        />
      )}
      {keeping.habit !== "cells" && <Places guide={guide} lots={lots.filter(isOut)} lit={lit} />}
      <OwnWay keeping={keeping} />
      <WhichScrew guide={guide} lots={lots} />
    </Box>
  );
}

const isOut = ({ in: back }: Lot): boolean => back === undefined;

export function HabitChoice({ now, onHabit }: { now: Habit; onHabit: (habit: Habit) => void }) {
  return (
    <Box
      role="radiogroup"
      aria-label="How screws are kept in this job"
      sx={{ display: "flex", gap: 0.75 }}
    >
      {HABITS.map((habit) => (
        <ButtonBase
          key={habit}
          role="radio"
          aria-checked={habit === now}
          onClick={() => onHabit(habit)}
          sx={{
            minHeight: 48,
            px: 1.5,
            fontSize: 17,
            fontWeight: habit === now ? 700 : 400,
            border: "2px solid",
            borderColor: habit === now ? "var(--mat)" : "var(--line)",
            borderRadius: "6px",
            bgcolor: habit === now ? "var(--matWash)" : "var(--card)",
          }}
        >
          {HABIT_WORDS[habit]}
        </ButtonBase>
      ))}
    </Box>
  );
}

/** The tray seen from above: an outline like the box on the bench, each cell with its lot. */
function Cells({
  guide,
  tray,
  lots,
  lit,
}: {
  guide: Guide;
  tray: TrayPlan;
  lots: readonly Lot[];
  lit: string | undefined;
}) {
  const { rows, columns } = tray.grid;
  const lying = new Map(lots.filter(isOut).map((lot) => [lot.joint, lot]));
  return (
    <Box>
      <Box
        aria-label="Tray"
        role="group"
        sx={{
          display: "grid",
          gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))`,
          border: "3px solid var(--copper)",
          borderRadius: "10px",
          overflow: "hidden",
          bgcolor: "var(--card)",
        }}
      >
        {Array.from({ length: rows * columns }, (_, c) => {
          const here = [...tray.cells].filter(([, cell]) => cell === c + 1).map(([joint]) => joint);
          return (
            <Cell key={c} guide={guide} number={c + 1} joints={here} lying={lying} lit={lit} />
          );
        })}
      </Box>
      {tray.shared.map(({ cell, joints, risk }) => (
        <Box
          key={joints.join()}
          sx={{ mt: 0.75, fontSize: 17, fontWeight: 700, color: "var(--caution)" }}
        >
          Cell {cell} is shared by the {jointWord(guide, joints[0])} and the{" "}
          {jointWord(guide, joints[1])}: {mixUpWords(risk)}.
        </Box>
      ))}
      {!tray.exact && (
        <Box sx={{ fontSize: 16 }}>There may be a safer way to share; this is the best found.</Box>
      )}
    </Box>
  );
}

function Cell({
  guide,
  number,
  joints,
  lying,
  lit,
}: {
  guide: Guide;
  number: number;
  joints: readonly string[];
  lying: ReadonlyMap<string, Lot>;
  lit: string | undefined;
}) {
  const isLit = lit !== undefined && joints.includes(lit);
  return (
    <Box
      data-cell={number}
      data-lit={isLit}
      title={joints.map((id) => capital(jointWord(guide, id))).join(", ")}
      sx={{
        minHeight: 74,
        p: 0.5,
        outline: "0.5px solid var(--line)",
        bgcolor: isLit ? "var(--copperWash)" : undefined,
        boxShadow: isLit ? "inset 0 0 0 3px var(--copper)" : undefined,
        display: "grid",
        alignContent: "start",
        overflow: "hidden",
      }}
    >
      <Box sx={{ fontFamily: MONO, fontSize: isLit ? 26 : 17, fontWeight: 700, display: "flex" }}>
        {number}
        <Box component="span" sx={{ ml: "auto", fontSize: isLit ? 22 : 17 }}>
          {joints.length === 1 && lying.has(joints[0]!) && `×${lying.get(joints[0]!)!.out}`}
        </Box>
      </Box>
      {joints.map((id) => (
        <Box
          key={id}
          sx={{ display: "flex", alignItems: "center", gap: 0.5, opacity: lying.has(id) ? 1 : 0.4 }}
        >
          <ScrewToken screw={guide.joints[id] as ScrewsJoint} />
          {joints.length > 1 && lying.has(id) && (
            <Box component="span" sx={{ fontFamily: MONO, fontSize: 15 }}>
              ×{lying.get(id)!.out}
            </Box>
          )}
        </Box>
      ))}
    </Box>
  );
}

function Places({
  guide,
  lots,
  lit,
}: {
  guide: Guide;
  lots: readonly Lot[];
  lit: string | undefined;
}) {
  return (
    <Box sx={{ display: "grid", gap: 0.5 }}>
      {lots.map((lot) => (
        <Box
          key={lot.joint}
          sx={{
            display: "flex",
            gap: 1.5,
            alignItems: "center",
            fontSize: 18,
            px: 1,
            bgcolor: lot.joint === lit ? "var(--copperWash)" : undefined,
          }}
        >
          <ScrewToken screw={guide.joints[lot.joint] as ScrewsJoint} />
          <span className="mono">×{lot.out}</span>
          <span>
            {capital(jointWord(guide, lot.joint))}:{" "}
            {placeWords(guide, lot.joint, lot.lies, lot.cell)}
          </span>
        </Box>
      ))}
    </Box>
  );
}

/** This way, and the tray at hand, kept as this technician's own for jobs to come. */
function OwnWay({ keeping: { habit, grid } }: { keeping: Keeping }) {
  const fetcher = useFetcher();
  const isCells = habit === "cells";
  // The size of the tray stays known where it is not asked for.
  const field = (name: keyof TrayGrid, label: string, most: number) =>
    isCells ? (
      <BenchField
        name={name}
        label={label}
        type="number"
        inputProps={{ min: 1, max: most }}
        defaultValue={grid[name]}
        width={130}
      />
    ) : (
      <input type="hidden" name={name} value={grid[name]} />
    );
  return (
    <fetcher.Form
      method="post"
      action="/settings"
      style={{ display: "flex", gap: 14, fontSize: 16, alignItems: "center" }}
    >
      <input type="hidden" name="habit" value={habit} />
      {field("rows", "Rows", 12)}
      {field("columns", "Columns", 12)}
      {field("holds", "Screws a cell holds", 99)}
      <Button type="submit" variant="outlined" size="large">
        Keep as my own way
      </Button>
      <span role="status">{fetcher.state === "idle" && fetcher.data !== undefined && "kept"}</span>
    </fetcher.Form>
  );
}
