import { useEffect } from "react";
import { useRevalidator } from "react-router";

/** About as long as the odds of a shop take to be worked out, ms. */
const MOMENT_MS = 1_200;

/** Asks for the page again in a moment while its odds are being worked out anew. */
export function useFreshOdds(isAging: boolean): void {
  const { revalidate, state } = useRevalidator();
  useEffect(() => {
    if (!isAging || state !== "idle") return undefined;
    const timer = setTimeout(() => void revalidate(), MOMENT_MS);
    return () => clearTimeout(timer);
  }, [isAging, state, revalidate]);
}
