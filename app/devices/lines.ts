/**
 * A thing on the bench that sends lines of text: a caliper, a scanner, a battery gauge. A real one
 * comes over Web Serial or Bluetooth and hands its lines on the same way; the stand-in is a page of
 * this program that sends them between windows.
 */
export interface LineSource {
  /** Calls back for each line; gives the way to stop listening. */
  listen(heard: (line: string) => void): () => void;
}

export type DeviceKind = "caliper" | "scanner" | "gauge";

const channelOf = (kind: DeviceKind): BroadcastChannel => new BroadcastChannel(`bench-${kind}`);

/** The stand-in of a device, as the bench hears it. */
export const standIn = (kind: DeviceKind): LineSource => ({
  listen(heard) {
    const channel = channelOf(kind);
    channel.onmessage = ({ data }: MessageEvent<unknown>) => {
      if (typeof data === "string") heard(data);
    };
    return () => channel.close();
  },
});

/** Sends a line as the device would. */
export function sendLine(kind: DeviceKind, line: string): void {
  const channel = channelOf(kind);
  channel.postMessage(line);
  channel.close();
}
