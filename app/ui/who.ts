import { createContext, useCallback, useContext } from "react";
import { type Doing, may, type On, type Person } from "../../core/people/index.ts";

/** Who is working at this screen; undefined where nobody is signed in. */
export const WhoContext = createContext<Person | undefined>(undefined);

/** Whether whoever works at this screen may do something: what may not be done is not offered. */
export function useMay(): (doing: Doing, on?: On) => boolean {
  const who = useContext(WhoContext);
  return useCallback((doing, on) => who !== undefined && may(who, doing, on), [who]);
}
