import { useCallback, useMemo, useSyncExternalStore } from "react";
import { readJson, type Reader } from "../../core/base/ajv.ts";

const heard = new Set<() => void>();

function listen(hear: () => void): () => void {
  heard.add(hear);
  window.addEventListener("storage", hear);
  return () => {
    heard.delete(hear);
    window.removeEventListener("storage", hear);
  };
}

/** What this browser keeps under a key, if it is there and fits. */
export function readKept<T>(key: string, read: Reader<T>): T | undefined {
  const text = localStorage.getItem(key);
  const kept = text === null ? undefined : readJson(read, text);
  return kept?.ok ? kept.value : undefined;
}

/** Keeps a value, or forgets it; who listens by `useKept` hears of it. */
export function writeKept(key: string, value: unknown): void {
  if (value === undefined) localStorage.removeItem(key);
  else localStorage.setItem(key, JSON.stringify(value));
  for (const hear of heard) hear();
}

/**
 * What is typed and not written yet, kept in this browser: a reload loses none of it, and another tab
 * shows it too. Set to undefined it is forgotten; what another version kept and does not fit is, too.
 * `read` and `initial` stay the same.
 */
export function useKept<T>(
  key: string,
  read: Reader<T>,
  initial: T,
): readonly [T, (value: T | undefined) => void] {
  const text = useSyncExternalStore(
    listen,
    () => localStorage.getItem(key),
    () => null,
  );
  const value = useMemo(() => {
    const kept = text === null ? undefined : readJson(read, text);
    return kept?.ok ? kept.value : initial;
  }, [text, read, initial]);
  const set = useCallback((next: T | undefined) => writeKept(key, next), [key]);
  return [value, set];
}
