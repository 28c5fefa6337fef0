import { useCallback, useMemo } from "react";
import {
  begun,
  type Edit,
  editsOf,
  type History,
  type Misfit,
  readHistory,
  rebased,
  redone,
  undone,
  withEdit,
  withEdits,
} from "../../../core/edit/index.ts";
import type { Guide } from "../../../core/guide/index.ts";
import { useKept } from "../../ui/use-kept.ts";

const NONE: History = begun("");

/** A guide that is being changed: what it says with the edits made, and what can be done about them. */
export interface Editing {
  /** With the edits that count. */
  readonly guide: Guide;
  readonly base: string;
  readonly edits: readonly Edit[];
  readonly misfits: readonly Misfit[];
  /** Whether a version came after the one that is edited. */
  readonly isBehind: boolean;
  readonly canUndo: boolean;
  readonly canRedo: boolean;
  readonly edit: (...edits: readonly Edit[]) => void;
  readonly undo: () => void;
  readonly redo: () => void;
  /** Goes on from the version that is there now. */
  readonly rebase: () => void;
  readonly forget: () => void;
}

/** The edits of a guide, kept in this browser until they are stored or thrown away: a reload loses none, nor what was undone. */
export function useEditing(whole: Guide, hash: string): Editing {
  const [kept, setKept] = useKept(`edits ${whole.id}`, readHistory, NONE);
  const history = useMemo(() => (kept === NONE ? begun(hash) : kept), [kept, hash]);
  const edits = useMemo(() => editsOf(history), [history]);
  const { guide, misfits } = useMemo(() => withEdits(whole, edits), [whole, edits]);
  const put = useCallback(
    (next: History) => setKept(next.edits.length > 0 ? next : undefined),
    [setKept],
  );
  return {
    guide,
    base: history.base,
    edits,
    misfits,
    isBehind: history.base !== hash,
    canUndo: history.done > 0,
    canRedo: history.done < history.edits.length,
    edit: (...more) => put(withEdit(history, ...more)),
    undo: () => put(undone(history)),
    redo: () => put(redone(history)),
    rebase: () => put(rebased(history, hash)),
    forget: () => setKept(undefined),
  };
}
