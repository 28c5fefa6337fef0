import { expose } from "comlink";
import { checkGuide } from "../../core/check/index.ts";
import type { Finding, Guide } from "../../core/guide/index.ts";

/** Checks a guide off the page's own thread: some questions take a plan for every part. */
const work = {
  check: (guide: Guide): readonly Finding[] => checkGuide(guide),
};
export type CheckWorker = typeof work;

expose(work);
