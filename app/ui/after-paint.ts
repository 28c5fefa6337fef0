import { useEffect, useState } from "react";

/** Does work once the next picture is on the screen: what a key changes is seen first. */
export function afterPaint(work: () => void): () => void {
  let isOff = false;
  const run = () => {
    if (!isOff) work();
  };
  // A page that is not shown paints nothing, and would wait for ever.
  if (document.visibilityState === "hidden") setTimeout(run);
  else requestAnimationFrame(() => setTimeout(run));
  return () => {
    isOff = true;
  };
}

/** A value that follows another once the picture with the other is on the screen. */
export function useAfterPaint<T>(value: T): T {
  const [later, setLater] = useState(value);
  useEffect(() => afterPaint(() => setLater(value)), [value]);
  return later;
}
