import { createContext, useCallback, useContext } from "react";
import { type Doing, may, type On, type Person } from "../../core/people/index.ts";

/** Who is working at this screen: nobody where no one is signed in; anybody where a piece is drawn by itself. */
export const WhoContext = createContext<Person | "nobody" | "anybody">("anybody");

/** Whether whoever works at this screen may do something: what may not be done is not offered. */
export function useMay(): (doing: Doing, on?: On) => boolean {
  const who = useContext(WhoContext);
  return useCallback(
    (doing, on) => who === "anybody" || (who !== "nobody" && may(who, doing, on)),
    [who],
  );
}
