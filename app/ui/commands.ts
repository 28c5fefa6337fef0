import { useEffect, useRef, useSyncExternalStore } from "react";
import { useKeys } from "./use-keys.ts";

/** One thing that can be done by a key: what does it, how the key is shown, and what it does in words. */
interface Command {
  /** As `keyOf` says them; the first one is shown unless `shown` says otherwise. */
  readonly keys: readonly string[];
  readonly shown?: string;
  readonly words: string;
  /** Not offered by name: it only makes sense as a key, in the midst of something. */
  readonly isKeyOnly?: boolean;
}

/** Every key of the program: what listens, the list of keys, the hints on buttons and the palette go by it. */
export const COMMANDS = {
  done: {
    keys: ["Space"],
    words: "Done: this step, or the next plug of a gate. A pedal that types Space will do.",
  },
  "take-back": { keys: ["Backspace"], shown: "⌫", words: "Take the last step back" },
  differs: { keys: ["c"], words: "The count differs: one less, then say why" },
  fewer: { keys: ["-"], shown: "−", words: "Count one less", isKeyOnly: true },
  more: { keys: ["+", "="], words: "Count one more", isKeyOnly: true },
  "first-reason": { keys: ["1"], words: "The first reason why a count differs", isKeyOnly: true },
  "second-reason": { keys: ["2"], words: "The second reason", isKeyOnly: true },
  "third-reason": { keys: ["3"], words: "The third reason", isKeyOnly: true },
  yes: { keys: ["y"], words: "Answer a stop with yes; Space does not get past it" },
  no: { keys: ["n"], words: "Answer a stop with no" },
  fails: { keys: ["f"], words: "A check fails" },
  "not-here": { keys: ["a"], words: "A check does not apply here" },
  "next-screw": {
    keys: ["ArrowRight"],
    shown: "→",
    words: "The next screw of those to be tightened",
  },
  snag: { keys: ["s"], words: "It will not come off: what still holds it" },
  broke: { keys: ["b"], words: "Something broke, or came undone by itself" },
  learn: { keys: ["l"], words: "Something is in the way that the guide does not know yet" },
  note: { keys: ["n"], words: "A note to this step, for the next one" },
  picture: { keys: ["p"], words: "A picture of this step" },
  tray: { keys: ["t"], words: "The tray: what lies where, and which screw this is" },
  map: { keys: ["m"], words: "The map over the whole width" },
  back: { keys: ["Escape"], shown: "Esc", words: "Back to the step that comes next" },
  "take-in": { keys: ["n"], words: "Take a machine in" },
  find: { keys: ["/"], words: "Find a ticket, a person or a code" },
  palette: { keys: [], shown: "Ctrl K", words: "Go to anything, or do anything, by name" },
  lamp: { keys: [], words: "Dark screen or light screen" },
  keys: { keys: ["?"], words: "The keys of this page" },
} as const satisfies Readonly<Record<string, Command>>;

export type CommandId = keyof typeof COMMANDS;
export type Deeds = Readonly<Partial<Record<CommandId, () => void>>>;

/** How the key of a command is shown beside its word. */
export function keyShown(id: CommandId): string {
  const command: Command = COMMANDS[id];
  const [first = ""] = command.keys;
  return command.shown ?? (first.length === 1 ? first.toUpperCase() : first);
}

/** What can be done on the page now, in the order of the table. */
interface Offer {
  readonly id: CommandId;
  readonly words: string;
  readonly shown: string;
  readonly isKeyOnly: boolean;
  readonly deed: () => void;
}

const active = new Set<Deeds>();
const heard = new Set<() => void>();
let offers: readonly Offer[] = [];

function changed(): void {
  const all = new Map<CommandId, () => void>();
  for (const deeds of active) {
    for (const [id, deed] of Object.entries(deeds)) all.set(id as CommandId, deed);
  }
  offers = (Object.keys(COMMANDS) as CommandId[]).flatMap((id) => {
    const deed = all.get(id);
    const { words, isKeyOnly = false }: Command = COMMANDS[id];
    return deed ? [{ id, words, shown: keyShown(id), isKeyOnly, deed }] : [];
  });
  for (const hear of heard) hear();
}

const NONE: readonly Offer[] = [];
const listen = (hear: () => void): (() => void) => {
  heard.add(hear);
  return () => heard.delete(hear);
};

export const useOffers = (): readonly Offer[] =>
  useSyncExternalStore(
    listen,
    () => offers,
    () => NONE,
  );

/** Listens to the keys of these commands, and offers them by name, while `isOn`. */
export function useCommands(deeds: Deeds, isOn = true): void {
  useKeys(keysOf(deeds), isOn);
  // What is offered calls what the page would do now.
  const latest = useRef<Deeds>({});
  const names = Object.keys(deeds).join();
  useEffect(() => {
    latest.current = deeds;
  });
  useEffect(() => {
    if (!isOn) return;
    const ids = names.split(",").filter(Boolean) as CommandId[];
    const offered = Object.fromEntries(ids.map((id) => [id, () => latest.current[id]?.()]));
    active.add(offered);
    changed();
    return () => {
      active.delete(offered);
      changed();
    };
  }, [names, isOn]);
}

function keysOf(deeds: Deeds): Readonly<Record<string, () => void>> {
  return Object.fromEntries(
    Object.entries(deeds).flatMap(([id, deed]) => {
      const { keys }: Command = COMMANDS[id as CommandId];
      return keys.map((key) => [key, deed] as const);
    }),
  );
}
