import { useEffect } from "react";
import { useFetcher } from "react-router";
import type { KnownCode } from "../../core/ticket/index.ts";

const PAUSE_MS = 120;

/** What is known of the code that is typed, once the typing pauses; `first` is what the page came with. */
export function useCode(
  code: string,
  first: { readonly code: string; readonly known: KnownCode | undefined },
): KnownCode | undefined {
  const { load, data } = useFetcher<KnownCode>();
  const isFirst = first.known !== undefined && code === first.code;
  const isEmpty = code.trim() === "";
  useEffect(() => {
    if (isEmpty || isFirst) return;
    const timer = setTimeout(() => void load(`/codes?code=${encodeURIComponent(code)}`), PAUSE_MS);
    return () => clearTimeout(timer);
  }, [code, isEmpty, isFirst, load]);
  if (isEmpty) return undefined;
  return isFirst ? first.known : data;
}
