import Box from "@mui/material/Box";
import ButtonBase from "@mui/material/ButtonBase";
import { useMemo, useState } from "react";
import type { Entry, LedgerEvent } from "../../../core/bench/index.ts";
import type { Guide, Point } from "../../../core/guide/index.ts";
import type { Suspect } from "../../../core/snag/index.ts";
import { partWord, suspectWords, thingNames } from "../../../core/words/index.ts";
import { Choice } from "../../ui/choice.tsx";
import { BigButton, Caution, StepLine } from "../screen/panel.tsx";
import { useSuspects } from "../sync/use-bench-worker.ts";

/** A part that will not come off: where it binds is tapped on the map; what still holds comes back. */
export function SnagPanel({
  guide,
  events,
  stuck,
  near,
  missed,
  onFound,
  onClose,
}: {
  guide: Guide;
  events: readonly LedgerEvent[];
  stuck: string;
  near: Point | undefined;
  missed: Readonly<Record<string, number>>;
  onFound: (entry: Entry) => void;
  onClose: () => void;
}) {
  const question = useMemo(
    () => ({ guide, events, stuck, near, missed }),
    [guide, events, stuck, near, missed],
  );
  const asked = useSuspects(question);
  const suspects = asked.state === "done" ? asked.value : undefined;
  return (
    <Box sx={{ display: "grid", gap: 1.5, alignContent: "start" }}>
      <StepLine>The {partWord(guide, stuck)} will not come off</StepLine>
      <Caution>Do not pull harder: something still holds it. Tap the map where it binds.</Caution>
      <Box role="status" sx={{ fontSize: 17, color: "var(--soft)" }}>
        {suspects === undefined
          ? asked.state === "failed"
            ? "Looking broke off. Press Esc, then S, to look again."
            : "Looking"
          : near
            ? "Likeliest first, near where it binds:"
            : "Likeliest first:"}
      </Box>
      <Box
        component="ol"
        aria-label="Suspects"
        sx={{ m: 0, p: 0, display: "grid", gap: 1, listStyle: "none" }}
      >
        {suspects?.slice(0, 5).map((suspect) => (
          <Row
            guide={guide}
            key={suspect.id}
            suspect={suspect}
            onFound={() => onFound({ do: "snag", stuck, held: suspect.id })}
          />
        ))}
      </Box>
      {suspects?.length === 0 && (
        <Box sx={{ fontSize: 18 }}>
          By the guide nothing holds it. Look for glue, a bent edge or a screw the guide does not
          know, and leave a note (N).
        </Box>
      )}
      {suspects && <SomethingElse guide={guide} stuck={stuck} suspects={suspects} tell={onFound} />}
      <BigButton tone="plain" hint="Esc" onClick={onClose}>
        Back to the step
      </BigButton>
    </Box>
  );
}

/** What holds it is none of these: the guide does not say it yet, and the lead is told. */
function SomethingElse({
  guide,
  stuck,
  suspects,
  tell,
}: {
  guide: Guide;
  stuck: string;
  suspects: readonly Suspect[];
  tell: (entry: Entry) => void;
}) {
  const [by, setBy] = useState("");
  const known = new Set([stuck, ...suspects.map(({ id }) => id)]);
  const options = thingNames(guide).filter(({ value }) => !known.has(value));
  return (
    <Box sx={{ display: "flex", gap: 1, alignItems: "center", flexWrap: "wrap" }}>
      <Choice
        label="Something else"
        value={by}
        options={options}
        choose={setBy}
        sx={{ minWidth: 240, flex: 1 }}
      />
      <BigButton
        tone="plain"
        disabled={by === ""}
        onClick={() => tell({ do: "observe", what: { type: "held-by", thing: stuck, by } })}
      >
        It was this; tell the lead
      </BigButton>
    </Box>
  );
}

function Row({ guide, suspect, onFound }: { guide: Guide; suspect: Suspect; onFound: () => void }) {
  return (
    <Box
      component="li"
      sx={{
        border: "1px solid var(--line)",
        borderRadius: "6px",
        p: 1,
        display: "grid",
        gridTemplateColumns: "1fr auto",
        gap: 1,
        fontSize: 18,
        lineHeight: 1.3,
      }}
    >
      <Box>
        <Box
          sx={{
            height: 6,
            width: `${Math.max(4, 100 * suspect.share)}%`,
            bgcolor: "var(--mat)",
            mb: 0.75,
          }}
        />
        {suspectWords(guide, suspect)}
      </Box>
      <ButtonBase
        onClick={onFound}
        sx={{
          minHeight: 56,
          px: 1.5,
          border: "1px solid var(--line)",
          borderRadius: "6px",
          fontSize: 17,
        }}
      >
        It was this
      </ButtonBase>
    </Box>
  );
}
