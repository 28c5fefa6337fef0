import { type RefObject, useEffect, useRef } from "react";

/** A ref whose element is scrolled into sight whenever it becomes the one that counts. */
export function useInView<T extends HTMLElement>(isNow: boolean): RefObject<T | null> {
  const element = useRef<T>(null);
  useEffect(() => {
    if (isNow) element.current?.scrollIntoView({ block: "nearest", inline: "nearest" });
  }, [isNow]);
  return element;
}
