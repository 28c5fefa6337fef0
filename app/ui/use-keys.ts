import { useHotkeys } from "react-hotkeys-hook";

/** The key by what it types on this keyboard's own layout: a letter in small, Space by name. */
export function keyOf({ key }: { readonly key: string }): string {
  if (key === " ") return "Space";
  return key.length === 1 ? key.toLowerCase() : key;
}

const OFF = "single-keys-off";

/** Whether single keys do something on this screen: whoever speaks to it, or types with one hand, turns them off. */
export const areKeysOn = (): boolean => localStorage.getItem(OFF) === null;

export function turnKeys(isOn: boolean): void {
  if (isOn) localStorage.removeItem(OFF);
  else localStorage.setItem(OFF, "yes");
}

let isHeld = false;

/** Holds the keys of the page back from when a dialog is asked for, which may take a moment to be there. */
export function holdKeys(isAsked: boolean): void {
  isHeld = isAsked;
}

/** While a dialog is open the keys are the dialog's. */
const isDialogOpen = (): boolean => isHeld || document.querySelector('[role="dialog"]') !== null;

/** Presses that something was done for: a screen may be drawn anew between two that listen. */
const used = new WeakSet<KeyboardEvent>();

/**
 * What each key does, while no field is written in and no dialog is open. A key or a pedal that is held down
 * counts once, and is used by the first that has something for it (Escape by all); with Ctrl, Alt or Meta it
 * is the browser's.
 */
export function useKeys(does: Readonly<Record<string, () => void>>, isOn = true): void {
  const act = (event: KeyboardEvent): void => {
    const key = keyOf(event);
    const deed = does[key];
    if (event.repeat || !deed || used.has(event) || isDialogOpen() || !areKeysOn()) return;
    if (key !== "Escape") used.add(event);
    deed();
  };
  useHotkeys("*", act, {
    enabled: isOn,
    preventDefault: (event) => isOn && keyOf(event) in does && !isDialogOpen() && areKeysOn(),
    ignoreEventWhen: ({ ctrlKey, altKey, metaKey }) => ctrlKey || altKey || metaKey,
    enableOnFormTags: ["radio"],
  });
}
