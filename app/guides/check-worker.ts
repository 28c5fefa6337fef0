import { checkGuide } from "../../core/check/index.ts";
import type { Finding, Guide } from "../../core/guide/index.ts";

/** Checks a guide off the page's own thread: some questions take a plan for every part. */
self.onmessage = ({ data }: MessageEvent<Guide>) => {
  const findings: readonly Finding[] = checkGuide(data);
  self.postMessage(findings);
};
