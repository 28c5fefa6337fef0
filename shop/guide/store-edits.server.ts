import { fail, ok, type Result } from "../../core/base/result.ts";
import { type Edit, withEdits } from "../../core/edit/index.ts";
import { type Finding, type Guide, sisterPatch } from "../../core/guide/index.ts";
import { currentHash, guideVersion } from "../../data/guide/index.server.ts";
import { allow, type Act } from "../act.server.ts";
import { storeGuide, type StoredGuide } from "./store-guide.server.ts";

export type StoreEditsError =
  | { readonly type: "guide-unknown" }
  /** Somebody stored a version meanwhile. */
  | { readonly type: "behind" }
  /** Something that an edit is about is not there. */
  | { readonly type: "misfit" }
  | { readonly type: "findings"; readonly findings: readonly Finding[] };

/** Edits of a version, as they are sent. */
export interface SentEdits {
  readonly base: string;
  readonly edits: readonly Edit[];
  readonly why: string;
  /** The machine that is as the edits say; the guide's own stays as it is. */
  readonly sister?: { readonly code: string; readonly about: string };
}

/**
 * Stores edits of a version as the next one, or as a sister model in it; where another version has come meanwhile
 * nothing is written.
 */
export async function storeEdits(
  act: Act,
  guideId: string,
  { base, edits, why, sister }: SentEdits,
): Promise<Result<StoredGuide, StoreEditsError>> {
  allow(act, "guide");
  const now = await currentHash(act.db, guideId);
  if (now === undefined) return fail({ type: "guide-unknown" });
  if (now !== base) return fail({ type: "behind" });
  const guide = await guideVersion(act.db, base);
  if (!guide.ok) return fail({ type: "guide-unknown" });
  const next = withEdits(guide.value, edits);
  if (next.misfits.length > 0) return fail({ type: "misfit" });
  const file = sister ? withSister(guide.value, next.guide, sister) : next.guide;
  const stored = await storeGuide(act, file, why, base);
  if (stored === "behind") return fail({ type: "behind" });
  return stored.ok ? ok(stored.value) : fail({ type: "findings", findings: stored.error });
}

/** A guide with one sister more (or other): the smallest merge patch that makes it the edited one. */
function withSister(
  guide: Guide,
  edited: Guide,
  { code, about }: NonNullable<SentEdits["sister"]>,
): Guide {
  const patch = sisterPatch(guide, edited);
  return { ...guide, variants: { ...guide.variants, [code]: { about, patch } } };
}
