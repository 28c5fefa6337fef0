import { useHotkeys } from "react-hotkeys-hook";

/** The key by what it types on this keyboard's own layout: a letter in small, Space by name. */
export function keyOf({ key }: { readonly key: string }): string {
  if (key === " ") return "Space";
  return key.length === 1 ? key.toLowerCase() : key;
}

/** Presses that something was done for: a screen may be drawn anew between two that listen. */
const used = new WeakSet<KeyboardEvent>();

/**
 * What each key does, while no field is written in. A key or a pedal that is held down counts once, and is
 * used by the first that has something for it (Escape by all); with Ctrl, Alt or Meta it is the browser's.
 */
export function useKeys(does: Readonly<Record<string, () => void>>, isOn = true): void {
  const act = (event: KeyboardEvent): void => {
    const key = keyOf(event);
    const deed = does[key];
    if (event.repeat || !deed || used.has(event)) return;
    if (key !== "Escape") used.add(event);
    deed();
  };
  useHotkeys("*", act, {
    enabled: isOn,
    preventDefault: (event) => isOn && keyOf(event) in does,
    ignoreEventWhen: ({ ctrlKey, altKey, metaKey }) => ctrlKey || altKey || metaKey,
    enableOnFormTags: ["radio"],
  });
}
