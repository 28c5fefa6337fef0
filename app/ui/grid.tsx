import Skeleton from "@mui/material/Skeleton";
import { lazy, Suspense, useSyncExternalStore } from "react";
import type { GridProps, Row } from "./grid-inside.tsx";

const Inside = lazy(() => import("./grid-inside.tsx"));

const never = () => () => undefined;

/**
 * A table that is looked through: sorted, filtered, columns chosen, taken out as CSV, all by keyboard. It is
 * drawn in the browser only, and its script comes only where one stands.
 */
export function Grid<T extends Row>(props: GridProps<T>) {
  const isBrowser = useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
  const waiting = (
    <Skeleton variant="rounded" animation={false} height={props.height ?? 420} sx={{ width: 1 }} />
  );
  if (!isBrowser) return waiting;
  return (
    <Suspense fallback={waiting}>
      <Inside {...(props as unknown as GridProps<Row>)} />
    </Suspense>
  );
}
