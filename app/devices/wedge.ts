/**
 * A scanner that types: a burst of keys, faster than fingers, that ends with Enter. Wherever the focus is, but in a field
 * that is written in, it is a scan and never a command. So that nobody can tell too late, a key that could begin one is
 * held back for as long as the next key of a burst may take, and is then given on as it was pressed.
 */

/** No finger follows another so fast; every scanner does, ms. */
const BURST_MS = 35;
/** A timer that comes later than this was held up, ms. */
const LATE_MS = 15;
/** Fewer are two fingers at once. */
const FEWEST = 4;

/** Held down with another key, and typed by a scanner within its burst: they end nothing. */
const MODIFIERS: ReadonlySet<string> = new Set([
  ...["Shift", "Control", "Alt", "AltGraph", "Meta", "CapsLock", "NumLock"],
]);

/** What is written in, or chosen from by letters. */
const WRITTEN_IN =
  'textarea, select, [contenteditable="true"], [role="combobox"], [role="listbox"], [role="menu"], [role="grid"], ' +
  'input:not([type="radio"], [type="checkbox"], [type="button"], [type="submit"])';

type Pressed = Pick<KeyboardEvent, "key" | "code" | "shiftKey" | "timeStamp">;

/** What becomes of a key: it goes on at once, it waits, or it was the end of a scan. */
export type Heard =
  | { readonly type: "on" }
  | { readonly type: "held" }
  | { readonly type: "scan"; readonly text: string }
  /** Too few for a scan: they go on first, then this one. */
  | { readonly type: "after"; readonly keys: readonly Pressed[] };

/** Tells scans from fingers by when keys came; knows nothing of a page. */
export class Burst {
  private keys: Pressed[] = [];

  hear(pressed: Pressed): Heard {
    const last = this.keys.at(-1);
    const follows = last !== undefined && pressed.timeStamp - last.timeStamp <= BURST_MS;
    if (pressed.key === "Enter") {
      const keys = this.end();
      if (!follows || keys.length === 0) return { type: "on" };
      if (keys.length < FEWEST) return { type: "after", keys };
      return { type: "scan", text: keys.map(({ key }) => key).join("") };
    }
    if (MODIFIERS.has(pressed.key)) return { type: "on" };
    if (pressed.key.length !== 1) {
      // No key overtakes another: what waits goes on first.
      const keys = this.end();
      return keys.length > 0 && Burst.isFingers(keys) ? { type: "after", keys } : { type: "on" };
    }
    // A pedal types Space: alone it does not wait.
    if (pressed.key === " " && last === undefined) return { type: "on" };
    this.keys.push(pressed);
    return { type: "held" };
  }

  /** What was held back when no more came: fingers, where they are few; a scan without its end is nothing. */
  end(): readonly Pressed[] {
    const keys = this.keys;
    this.keys = [];
    return keys;
  }

  static readonly isFingers = (keys: readonly Pressed[]): boolean => keys.length < FEWEST;
}

const listeners = new Set<(text: string) => void>();

/** Hears scans, where something on the page asks for a code. */
export function listenToWedge(heard: (text: string) => void): () => void {
  listeners.add(heard);
  return () => listeners.delete(heard);
}

/** Events that were held back and are given on. */
const givenOn = new WeakSet<Event>();

function giveOn(keys: readonly Pressed[]): void {
  const [first, ...others] = keys;
  if (!first) return;
  const { key, code, shiftKey } = first;
  const event = new KeyboardEvent("keydown", {
    ...{ key, code, shiftKey, bubbles: true, cancelable: true },
  });
  givenOn.add(event);
  const at = document.activeElement ?? document.body;
  at.dispatchEvent(event);
  at.dispatchEvent(new KeyboardEvent("keyup", { key, code, shiftKey, bubbles: true }));
  // The next one goes to the page as this one leaves it, and before any other key that is pressed.
  if (others.length > 0) queueMicrotask(() => giveOn(others));
}

/** Listens to a page's keys; what is scanned while nothing asks for a code is `unasked`. Gives how to end it. */
export function hearWedge(unasked: (text: string) => void): () => void {
  const burst = new Burst();
  let timer: ReturnType<typeof setTimeout> | undefined;
  // The page says that a key waits: who waits for its answer has to know.
  const { dataset } = document.documentElement;
  const settle = (): void => {
    clearTimeout(timer);
    delete dataset["keys"];
  };
  const release = (): void => {
    const keys = burst.end();
    if (Burst.isFingers(keys)) giveOn(keys);
    settle();
  };
  const wait = (): void => {
    dataset["keys"] = "wait";
    const due = performance.now() + BURST_MS;
    timer = setTimeout(() => {
      // A page that was busy may have keys of the burst to hear still: once more, and no longer.
      if (performance.now() - due > LATE_MS) timer = setTimeout(release, BURST_MS);
      else release();
    }, BURST_MS);
  };
  const hear = (event: KeyboardEvent): void => {
    const { target, ctrlKey, altKey, metaKey, repeat } = event;
    if (givenOn.has(event) || repeat || ctrlKey || altKey || metaKey) return;
    if (target instanceof Element && target.closest(WRITTEN_IN)) return;
    const heard = burst.hear(event);
    switch (heard.type) {
      case "on":
        return;
      case "after":
        giveOn(heard.keys);
        return settle();
      case "held":
      case "scan":
        event.preventDefault();
        event.stopImmediatePropagation();
        settle();
    }
    if (heard.type === "scan") {
      const text = heard.text.trim();
      if (listeners.size === 0) unasked(text);
      else for (const tell of [...listeners]) tell(text);
    } else {
      wait();
    }
  };
  window.addEventListener("keydown", hear, { capture: true });
  // A press of the mouse or of a finger does not overtake a key either.
  window.addEventListener("pointerdown", release, { capture: true });
  return () => {
    settle();
    window.removeEventListener("keydown", hear, { capture: true });
    window.removeEventListener("pointerdown", release, { capture: true });
  };
}
