import { listenToWedge } from "./wedge.ts";
import { useEffect, useRef } from "react";
import { standIn, type DeviceKind, type LineSource } from "./lines.ts";

/** Hears the lines of a device while the screen that wants them is shown. */
export function useDevice(
  kind: DeviceKind,
  heard: (line: string) => void,
  source: (kind: DeviceKind) => LineSource = standIn,
): void {
  const latest = useRef(heard);
  useEffect(() => {
    latest.current = heard;
  });
  useEffect(() => source(kind).listen((line) => latest.current(line)), [kind, source]);
  useEffect(
    () => (kind === "scanner" ? listenToWedge((text) => latest.current(text)) : undefined),
    [kind],
  );
}
