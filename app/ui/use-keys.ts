import { useHotkeys } from "react-hotkeys-hook";

/** The key by what it types on this keyboard's own layout: a letter in small, Space by name. */
export function keyOf({ key }: { readonly key: string }): string {
  if (key === " ") return "Space";
  return key.length === 1 ? key.toLowerCase() : key;
}

/**
 * What each key does, while no field is written in. A key or a pedal that is held down counts once;
 * with Ctrl, Alt or Meta it is the browser's.
 */
export function useKeys(does: Readonly<Record<string, () => void>>, isOn = true): void {
  useHotkeys("*", (event) => !event.repeat && does[keyOf(event)]?.(), {
    enabled: isOn,
    preventDefault: (event) => isOn && keyOf(event) in does,
    ignoreEventWhen: ({ ctrlKey, altKey, metaKey }) => ctrlKey || altKey || metaKey,
    enableOnFormTags: ["radio"],
  });
}
