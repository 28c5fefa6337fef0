import { useEffect, useMemo, useState } from "react";
import { useNavigate } from "react-router";
import {
  type Entry,
  type Fitted,
  type LedgerEvent,
  type PinnedGuide,
} from "../../../core/bench/index.ts";
import { type Guide, mainPart, type Point } from "../../../core/guide/index.ts";
import { stepKey } from "../../../core/plan/index.ts";
import type { Learnt } from "../../../core/minutes/index.ts";
import type { Person } from "../../../core/people/index.ts";
import { useCommands } from "../../ui/commands.ts";
import { reasonsFor } from "../step/count-box.tsx";
import { useDraft, useTurn } from "./screw-draft.ts";
import type { Ending } from "../step/end-panel.tsx";
import { entryFor } from "./next-entry.ts";
import type { StepNote, StepPhoto } from "../aside/left-here.tsx";
import type { Transfer } from "../swap/swap-panel.tsx";
import { reader } from "../../../core/base/ajv.ts";
import { forgetHurry } from "../screen/hurry.tsx";
import { useKept } from "../../ui/use-kept.ts";
import { useLearning } from "../learn/use-learning.ts";
import { modelAtBench } from "../sync/kept-guide.ts";
import { useLedger } from "../sync/use-ledger.ts";
import {
  benchView,
  keepingNow,
  screwStep,
  tapped,
  trayNow,
  type BenchView,
  type Keeping,
} from "./bench-view.ts";

export interface BenchScreenProps {
  readonly ticket: { readonly number: number; readonly machine: string };
  readonly guide: Guide;
  /** The version that the ledger is pinned to. */
  readonly pinned: PinnedGuide;
  readonly events: readonly LedgerEvent[];
  readonly who: Person;
  readonly people: readonly Person[];
  readonly keeping: Keeping;
  readonly notes: readonly StepNote[];
  readonly photos: readonly StepPhoto[];
  /** What was found on this very machine, by the parts and joints it is about. */
  readonly ofMachine: readonly { readonly words: string; readonly things: readonly string[] }[];
  readonly transfers: readonly Transfer[];
  readonly learnt: Learnt;
  readonly missed: Readonly<Record<string, number>>;
  /** When the server drew the page, ms since 1970, to the minute. */
  readonly drawn: number;
}

const NOT_COUNTED: Ending = { left: undefined, explained: "" };
const NO_CODES: readonly Fitted[] = [];
const text = { type: "string" };
const readEnding = reader<Ending>({
  type: "object",
  required: ["explained"],
  properties: { left: { type: "integer" }, explained: text },
});
const readFitted = reader<readonly Fitted[]>({
  type: "array",
  items: {
    type: "object",
    required: ["part", "code"],
    properties: { part: text, code: text, old: text, why: text },
  },
});

/** What lies over the step on the right. */
type Aside = "snag" | "note" | "photo" | "learn" | "broke" | undefined;

export type Bench = ReturnType<typeof useBench>;

/** What a bench shows now, and what can be done there. */
export function useBench(props: BenchScreenProps) {
  const { ticket, pinned, who, people } = props;
  const begun = useMemo(() => modelAtBench(props.guide), [props.guide]);
  const begins = {
    ticket: ticket.number,
    model: begun,
    guide: pinned,
    events: props.events,
    who,
    people,
  };
  const ledger = useLedger(begins);
  const { model, state, tick, say } = ledger;
  const { guide } = model;
  const [chosen, setChosen] = useState<string>();
  const view = useMemo(() => benchView(model, state, chosen), [model, state, chosen]);
  const shows = useShown();
  const keeping = keepingNow(state, props.keeping);
  const { habit, grid } = keeping;
  const wantsTray = shows.tray || view.step?.do === "release";
  const tray = useMemo(
    () => (wantsTray ? trayNow(model, state, { habit, grid }) : undefined),
    [model, state, habit, grid, wantsTray],
  );
  const screws = screwStep(model, state, view.step, keeping, tray);
  const learning = useLearning(model, state, view.step, keeping, tick);
  const [draft, setDraft] = useDraft(view.step, screws);
  const [turn, nextScrew] = useTurn(view.step);
  const typed = useTyped(ticket.number, ledger.isOver);
  const stuck = stuckPart(guide, view);
  const [notes, setNotes] = useState(props.notes);
  const [photos, setPhotos] = useState(props.photos);

  const go = (entry: Entry) => {
    setChosen(undefined);
    shows.close();
    tick(entry);
  };
  const done = () => {
    if (shows.aside !== undefined) return;
    const unwritten = typed.fitted.filter(
      ({ part, code }) =>
        code !== "" && !state.fitted.some((one) => one.part === part && one.code === code),
    );
    const entry = entryFor(view, screws, draft, typed.ending, unwritten);
    if (typeof entry === "string") return say(entry);
    go(entry);
  };
  const tell = (entry: Entry) => {
    shows.close();
    tick(entry);
    say("The lead is told. Until the guide says it, go by the guide.");
  };
  const takeBack = () => {
    const last = state.live.at(-1);
    if (last !== undefined && state.live.length > 1) go({ do: "take-back", event: last });
  };
  const tap = (id: string) => {
    const step = tapped(view.left, id);
    if (!step) return say("Nothing is to be done there in this job, or it is done already.");
    say(undefined);
    setChosen(stepKey(step));
  };
  const snag = () => {
    if (stuck === undefined) {
      return say("A snag is for the strip-down: nothing is to come off now.");
    }
    shows.open("snag");
  };
  const acts = { choose: setChosen, go, tell, done, takeBack, tap, snag, setDraft, nextScrew };
  const kept = { notes, setNotes, photos, setPhotos };
  return {
    model,
    ledger,
    view,
    shows,
    keeping,
    tray,
    screws,
    draft,
    turn,
    typed,
    stuck,
    learning,
    kept,
    acts,
  };
}

/** What lies over the step or the map. */
function useShown() {
  const [aside, setAside] = useState<Aside>();
  const [near, setNear] = useState<Point>();
  const [tray, setTray] = useState(false);
  const [map, setMap] = useState(false);
  return {
    aside,
    /** Where a part binds, by the tap on the map. */
    near,
    tray,
    /** The map over the whole width. */
    map,
    setNear,
    toggleTray: () => setTray((now) => !now),
    toggleMap: () => setMap((now) => !now),
    open: (what: NonNullable<Aside>) => {
      // Where it binds is tapped on the map, so the map has to be there.
      if (what === "snag" || what === "learn") setTray(false);
      setAside(what);
    },
    close: () => {
      setAside(undefined);
      setNear(undefined);
      setTray(false);
      setMap(false);
    },
  };
}

/** What is typed and not written yet; when the ticket leaves the bench, the page goes to the ticket. */
function useTyped(ticket: number, isOver: boolean) {
  const [ending, setEnding] = useKept(`ending ${ticket}`, readEnding, NOT_COUNTED);
  const [fitted, setFitted] = useKept(`fitted ${ticket}`, readFitted, NO_CODES);
  const navigate = useNavigate();
  useEffect(() => {
    if (!isOver) return;
    setEnding(undefined);
    setFitted(undefined);
    forgetHurry(ticket);
    void navigate(`/tickets/${ticket}`);
  }, [isOver, navigate, ticket, setEnding, setFitted]);
  return { ending, setEnding, fitted, setFitted };
}

/** The keys of the bench. */
export function useBenchKeys({ view, screws, draft, shows, learning, acts }: Bench): void {
  const count = (by: number) => {
    if (!screws) return;
    acts.setDraft({ ...draft, count: Math.max(0, draft.count + by), reason: undefined });
  };
  const because = (index: number) => {
    const reason = screws && reasonsFor(draft.count, screws.expected)[index];
    if (reason) acts.setDraft({ ...draft, reason });
  };
  useCommands(
    {
      done: acts.done,
      "take-back": acts.takeBack,
      differs: () => draft.count === screws?.expected && count(-1),
      fewer: () => count(-1),
      more: () => count(1),
      "first-reason": () => because(0),
      "second-reason": () => because(1),
      "third-reason": () => because(2),
      "next-screw": acts.nextScrew,
      snag: acts.snag,
      // N is an answer where a stop is asked.
      ...(view.mood === "stop" ? {} : { note: () => shows.open("note") }),
      picture: () => shows.open("photo"),
      broke: () => shows.open("broke"),
      ...(learning.isOn ? { learn: () => shows.open("learn") } : {}),
      tray: shows.toggleTray,
      map: shows.toggleMap,
    },
    shows.aside === undefined,
  );
  useCommands({
    back: () => {
      shows.close();
      acts.choose(undefined);
    },
  });
}

/** What should come off next, while things come off. */
function stuckPart(guide: Guide, { step, left }: BenchView): string | undefined {
  if (step?.do !== "release" && step?.do !== "lift") return undefined;
  const lift = step.do === "lift" ? step : left.find((one) => one.do === "lift");
  return lift?.do === "lift" ? mainPart(guide, lift.parts) : undefined;
}
