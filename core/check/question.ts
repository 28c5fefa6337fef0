import type { About, Finding } from "../guide/index.ts";

/** A question to the author; its path is the key under which the guide's `answers` answer it. */
export const question = (path: string, about: About): Finding => ({
  level: "warning",
  path,
  about,
});
