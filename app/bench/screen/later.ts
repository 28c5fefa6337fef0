import { lazy } from "react";

/** What a bench shows only when it is asked for: fetched once the page is awake, so that it is there by then. */
const asked = {
  learn: () => import("../learn/learn-panel.tsx"),
  broke: () => import("../aside/broken-panel.tsx"),
  note: () => import("../aside/note-panel.tsx"),
  photo: () => import("../aside/photo-panel.tsx"),
  snag: () => import("../aside/snag-panel.tsx"),
  swap: () => import("../swap/swap-panel.tsx"),
  tray: () => import("../tray/tray-view.tsx"),
  end: () => import("../step/end-panel.tsx"),
};

export const LearnPanel = lazy(async () => ({ default: (await asked.learn()).LearnPanel }));
export const BrokenPanel = lazy(async () => ({ default: (await asked.broke()).BrokenPanel }));
export const NotePanel = lazy(async () => ({ default: (await asked.note()).NotePanel }));
export const PhotoPanel = lazy(async () => ({ default: (await asked.photo()).PhotoPanel }));
export const SnagPanel = lazy(async () => ({ default: (await asked.snag()).SnagPanel }));
export const SwapPanel = lazy(async () => ({ default: (await asked.swap()).SwapPanel }));
export const EndPanel = lazy(async () => ({ default: (await asked.end()).EndPanel }));
export const TrayView = lazy(async () => ({ default: (await asked.tray()).TrayView }));

/** Fetches all of it: also for a bench that is cut off from the server afterwards. */
export function fetchLater(): void {
  for (const fetch of Object.values(asked)) void fetch().catch(() => undefined);
}
