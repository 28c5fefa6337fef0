import { useState } from "react";
import { type BenchState, type Entry, nextCell } from "../../../core/bench/index.ts";
import {
  type Guide,
  type GuideJoint,
  type LearntFact,
  mainPart,
  type Point,
  type ScrewsJoint,
} from "../../../core/guide/index.ts";
import type { Step } from "../../../core/plan/index.ts";
import type { Model } from "../../../core/rules/index.ts";
import type { Keeping } from "../model/bench-view.ts";

/** Something that was met: what is entered of it, and the joint that is undone with it, if it is one. */
export interface Met {
  readonly sightings: readonly LearntFact[];
  readonly undone?: { readonly joint: string; readonly facts: GuideJoint };
}

export type Learning = ReturnType<typeof useLearning>;

/**
 * What is entered at the bench of a machine whose guide is learnt there: the taps on the map, on which view, and
 * what in the way it is about. What is entered is undone in the same press.
 */
export function useLearning(
  model: Model,
  state: BenchState,
  step: Step | undefined,
  keeping: Keeping,
  tick: (entry: Entry) => void,
) {
  const { guide } = model;
  const frame = model.partIds[model.frame]!;
  const [taps, setTaps] = useState<readonly Point[]>([]);
  const [picked, setView] = useState<string>();
  const wasOpened = state.done.some((move) => move.do === "lift");
  const chosen = picked !== undefined && Object.hasOwn(guide.views, picked) ? picked : undefined;
  const view = chosen ?? sideOf(guide, wasOpened);
  /** What is to come out next, and cannot yet. */
  const about =
    step?.do === "lift"
      ? mainPart(guide, step.parts)
      : (state.targets.find((id) => Object.hasOwn(guide.parts, id)) ?? frame);
  const enter = ({ sightings, undone }: Met): void => {
    tick({ do: "learn", sightings });
    if (undone) {
      const { joint, facts } = undone;
      const kept = facts.kind === "screws" ? keptAs(state, facts, keeping) : {};
      tick({ do: "release", joint, ...kept });
    }
    setTaps([]);
  };
  return {
    isOn: model.learning !== undefined && state.phase === "down",
    about,
    frame,
    taps,
    view,
    setView: (id: string) => {
      setView(id);
      setTaps([]);
    },
    tap: (spot: Point) => setTaps((now) => [...now, spot]),
    untap: () => setTaps((now) => now.slice(0, -1)),
    enter,
    /** The lot of screws that was entered last: its drive, thread and length are offered first. */
    lastLot: Object.values(guide.joints).findLast(({ kind }) => kind === "screws") as
      ScrewsJoint | undefined,
  };
}

/** The last picture of what lies open, else its outline: the first view is the closed machine, the next the open one. */
function sideOf({ views }: Guide, wasOpened: boolean): string {
  const [closed, open] = Object.keys(views);
  const now = wasOpened && open !== undefined ? open : closed!;
  const name = views[now]!.name.split(",")[0]!;
  const picture = Object.keys(views).findLast(
    (id) => views[id]!.photo !== undefined && views[id]!.name.startsWith(name),
  );
  return picture ?? now;
}

const keptAs = (state: BenchState, { count, captive }: ScrewsJoint, { habit }: Keeping) =>
  captive === true
    ? { count, lies: "parked" as const }
    : habit === "cells"
      ? { count, lies: habit, cell: nextCell(state) }
      : { count, lies: habit };
