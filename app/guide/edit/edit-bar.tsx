import Redo from "@mui/icons-material/RedoOutlined";
import Undo from "@mui/icons-material/UndoOutlined";
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useEffect, useState } from "react";
import { useFetcher, useRevalidator } from "react-router";
import { type Finding, type Guide, guideChanges } from "../../../core/guide/index.ts";
import { Findings } from "../findings.tsx";
import { Changes } from "../stored.tsx";
import type { Editing } from "./use-editing.ts";

/** What came of storing: the number of the version, or why nothing was stored. */
export interface EditsStored {
  readonly number: number | undefined;
  readonly error: string | undefined;
  readonly findings: readonly Finding[];
}

const LOOK_MS = 20_000;

/** What was changed and is not stored yet, on every tab of the guide: undone, redone, stored as the next version. */
export function EditBar({
  whole,
  editing,
  newest,
}: {
  whole: Guide;
  editing: Editing;
  /** Who stored the version that is there now, and its number. */
  newest: { readonly number: number; readonly by: string };
}) {
  const { edits, isBehind, misfits, canUndo, canRedo } = editing;
  const [why, setWhy] = useState("");
  const [isShown, setShown] = useState(false);
  const storing = useFetcher<EditsStored>();
  const { revalidate } = useRevalidator();
  // Somebody else may store a version meanwhile: that is told before this one is sent.
  useEffect(() => {
    const timer = setInterval(() => void revalidate(), LOOK_MS);
    const look = () => void revalidate();
    window.addEventListener("focus", look);
    return () => {
      clearInterval(timer);
      window.removeEventListener("focus", look);
    };
  }, [revalidate]);
  const isStored = storing.state === "idle" && storing.data?.number !== undefined;
  const { forget } = editing;
  useEffect(() => {
    if (isStored) forget();
    // Only when it has become so: what is edited after that stays.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [isStored]);
  // What is refused may be because of a version that this page has not heard of.
  useEffect(() => {
    if (storing.data?.error !== undefined) void revalidate();
  }, [storing.data, revalidate]);
  const [sister, setSister] = useState<{ code: string; about: string }>();
  const store = (more: object = {}) =>
    void storing.submit(JSON.stringify({ base: editing.base, edits, why, ...more }), {
      method: "post",
      action: `/guides/${whole.id}/edits`,
      encType: "application/json",
    });
  const trimmed = { code: sister?.code.trim() ?? "", about: sister?.about.trim() ?? "" };
  const isWhole = trimmed.code !== "" && trimmed.about !== "" && edits.length > 0;
  return (
    <Box
      component="section"
      aria-label="What you changed"
      sx={{ border: "1px solid var(--line)", borderRadius: "6px", p: 1.5, mb: 2 }}
    >
      <Box sx={{ display: "flex", gap: 1, flexWrap: "wrap", alignItems: "center" }}>
        <Typography role="status" sx={{ fontWeight: 700 }}>
          {edits.length === 1 ? "1 change" : `${edits.length} changes`}, not stored yet
        </Typography>
        <Button startIcon={<Undo />} onClick={editing.undo} disabled={!canUndo}>
          Undo
        </Button>
        <Button startIcon={<Redo />} onClick={editing.redo} disabled={!canRedo}>
          Redo
        </Button>
        <Button onClick={() => setShown(!isShown)} aria-expanded={isShown}>
          What differs
        </Button>
        <Box component="span" sx={{ flex: 1 }} />
        <TextField
          label="Why it changed"
          value={why}
          onChange={({ target }) => setWhy(target.value)}
          slotProps={{ htmlInput: { maxLength: 500 } }}
          sx={{ width: 190 }}
        />
        <Button
          variant="contained"
          onClick={() => store()}
          disabled={edits.length === 0 || isBehind}
          loading={storing.state !== "idle"}
        >
          Store as the next version
        </Button>
        <Button
          variant="outlined"
          aria-expanded={sister !== undefined}
          onClick={() => setSister(sister ? undefined : { code: "", about: "" })}
        >
          It is a sister
        </Button>
        <Button color="error" onClick={editing.forget}>
          Throw away
        </Button>
      </Box>
      {sister && (
        <Box
          component="form"
          aria-label="A sister model"
          onSubmit={(event: React.FormEvent) => {
            event.preventDefault();
            if (isWhole) store({ sister: trimmed });
          }}
          sx={{ display: "flex", gap: 1, flexWrap: "wrap", alignItems: "center", mt: 1 }}
        >
          <TextField
            label="Its code underneath"
            value={sister.code}
            onChange={({ target }) => setSister({ ...sister, code: target.value })}
            slotProps={{ htmlInput: { maxLength: 80 } }}
          />
          <TextField
            label="How to tell it apart"
            value={sister.about}
            onChange={({ target }) => setSister({ ...sister, about: target.value })}
            slotProps={{ htmlInput: { maxLength: 500 } }}
            sx={{ flex: 1, minWidth: 240 }}
          />
          <Button type="submit" variant="contained" disabled={!isWhole || isBehind}>
            Keep as a sister model
          </Button>
        </Box>
      )}
      {isShown && <Changes changes={guideChanges(whole, editing.guide)} />}
      {isBehind && (
        <Alert
          severity="warning"
          sx={{ mt: 1 }}
          action={
            <Button color="inherit" onClick={editing.rebase}>
              Go on from version {newest.number}
            </Button>
          }
        >
          {newest.by} stored version {newest.number} while you were changing this guide. Your
          changes are kept; nothing of either is overwritten.
        </Alert>
      )}
      {misfits.length > 0 && (
        <Alert severity="warning" sx={{ mt: 1 }}>
          {misfits.length === 1 ? "One change is" : `${misfits.length} changes are`} about something
          that is gone from the guide, or does not go with it any more: left out.
        </Alert>
      )}
      {whole.learnt && edits.length > 0 && (
        <Alert severity="info" sx={{ mt: 1 }}>
          This guide is learnt at the bench. Stored by hand it counts as written: its questions end.
        </Alert>
      )}
      {storing.data?.error !== undefined && (
        <Alert severity="error" sx={{ mt: 1 }}>
          <b>Nothing was stored.</b> {storing.data.error}
          {storing.data.findings.length > 0 && <Findings findings={storing.data.findings} />}
        </Alert>
      )}
    </Box>
  );
}
