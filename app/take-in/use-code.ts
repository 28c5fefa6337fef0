import { useEffect, useState } from "react";
import type { KnownCode } from "../../core/ticket/index.ts";

const PAUSE_MS = 120;

/** What is known of the code that is typed, once the typing pauses; an answer to an older code is dropped. */
export function useCode(code: string, first: KnownCode | undefined): KnownCode | undefined {
  const [answer, setAnswer] = useState(first);
  const [asked] = useState(code);
  useEffect(() => {
    if (code.trim() === "" || (first && code === asked)) return;
    const stop = new AbortController();
    const timer = setTimeout(() => {
      fetch(`/codes?code=${encodeURIComponent(code)}`, { signal: stop.signal })
        .then((response) => response.json() as Promise<KnownCode>)
        .then(setAnswer)
        .catch((error: unknown) => {
          if (!stop.signal.aborted) throw error;
        });
    }, PAUSE_MS);
    return () => {
      clearTimeout(timer);
      stop.abort();
    };
  }, [code, asked, first]);
  if (code.trim() === "") return undefined;
  return first && code === asked ? first : answer;
}
