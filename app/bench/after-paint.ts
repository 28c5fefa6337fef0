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
