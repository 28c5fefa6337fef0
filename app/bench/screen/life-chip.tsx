import type { Life } from "../../../core/bench/index.ts";
import { LIFE_WORDS } from "../../../core/words/index.ts";

/** Live or dead, always in sight: a sign of its own shape for each, and the word. */
export const LifeChip = ({ life }: { life: Life }) => (
  <span role="status" aria-label="Power" className={`life life-${life}`}>
    <svg width="18" height="18" viewBox="0 0 18 18" aria-hidden="true">
      {life === "dead" ? (
        <path d="M3 9h12" stroke="currentColor" strokeWidth="3" />
      ) : life === "undrained" ? (
        <path d="M9 2c4 5 5 7 5 9a5 5 0 0 1-10 0c0-2 1-4 5-9z" fill="currentColor" />
      ) : (
        <path d="M10 1L3 11h5l-1 6 8-10H9z" fill="currentColor" />
      )}
    </svg>
    <b>{LIFE_WORDS[life].word}</b>
    <span className="life-says">{LIFE_WORDS[life].says}</span>
  </span>
);
