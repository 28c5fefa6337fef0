import { useEffect, useRef, type RefObject } from "react";
import { afterPaint } from "../../ui/after-paint.ts";

/** Brings an element into view when it becomes the one that matters, once the rest is painted. */
export function useInView<T extends HTMLElement>(isWanted: boolean): RefObject<T | null> {
  const ref = useRef<T>(null);
  useEffect(
    () =>
      isWanted ? afterPaint(() => ref.current?.scrollIntoView({ block: "nearest" })) : undefined,
    [isWanted],
  );
  return ref;
}
