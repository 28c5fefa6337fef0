import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import { memo, type ReactNode } from "react";
import { diveFromPlan } from "../../core/bench/index.ts";
import type { Guide } from "../../core/guide/index.ts";
import { aboveLeast, bitsOf, isCarefulTaken, type Plan } from "../../core/plan/index.ts";
import type { Job } from "../../core/rules/index.ts";
import {
  aboveWords,
  capital,
  carefulWords,
  forcedWords,
  jointWord,
  partWord,
  stepWords,
  wordList,
} from "../../core/words/index.ts";
import { DiveLine } from "../signs/dive-line.tsx";
import { Fold } from "../ui/fold.tsx";

/** A plan as it is read before a job: its line, its minutes and bits, its steps, gates and transfers. */
export const PlanView = memo(function PlanView({
  guide,
  title,
  job,
  plan,
  careful,
}: {
  guide: Guide;
  title: string;
  job: Job;
  plan: Plan;
  /** Dearer by less than so many minutes, the shop takes the careful way. */
  careful: number;
}) {
  const gates = new Map(plan.gates.map(({ before, joints }) => [before, joints]));
  const minutes = (plan.work + plan.handling.minutes).toFixed(1);
  return (
    <Box component="section" aria-label={title} sx={{ minWidth: 0 }}>
      <Typography variant="h2">{title}</Typography>
      <DiveLine
        dive={diveFromPlan(plan)}
        height={56}
        label={`${title}: ${plan.down.length} steps`}
      />
      <Box sx={{ my: 1 }}>
        <b>{minutes} minutes</b>, {plan.down.length} steps down, {plan.gates.length} gates,{" "}
        {plan.handling.changes} bit changes, {plan.handling.turns} turns
        <Box sx={{ color: "var(--soft)" }}>
          {plan.proven
            ? "Proven: no way takes less work."
            : `${capital(aboveWords(aboveLeast(plan))!)}.`}{" "}
          Bits: {wordList(bitsOf(guide, plan.down))}.
        </Box>
      </Box>
      {plan.forced.length > 0 && (
        <Alert severity="warning" sx={{ my: 1 }}>
          {plan.forced.map((one) => (
            <div key={`${one.rule} ${one.at}`}>
              Step {one.at + 1}. {forcedWords(guide, one)}
            </div>
          ))}
          {plan.careful && (
            <div>
              {carefulWords(guide, job, plan.careful)} it takes {plan.careful.minutes.toFixed(1)}{" "}
              minutes more
              {isCarefulTaken(plan, careful)
                ? ": the bench leads that way."
                : "; choose the careful way for it."}
            </div>
          )}
        </Alert>
      )}
      <Steps title="Strip-down">
        {plan.down.map((step, i) => (
          <li key={i}>{stepWords(guide, step)}</li>
        ))}
      </Steps>
      <Steps title="Build-up and gates">
        {plan.up.map((step, i) => (
          <li key={i}>
            {gates.has(i) && (
              <b>
                Gate: {wordList(gates.get(i)!.map((joint) => jointWord(guide, joint)))}
                <br />
              </b>
            )}
            {stepWords(guide, step)}
          </li>
        ))}
      </Steps>
      {plan.transfers.length > 0 && (
        <Steps title="To move over to the new part">
          {plan.transfers.map(({ part, joints }) => (
            <li key={part}>
              {capital(partWord(guide, part))}:{" "}
              {wordList(joints.map((joint) => jointWord(guide, joint)))}
            </li>
          ))}
        </Steps>
      )}
      {plan.unused.length > 0 && (
        <Box>
          Of no use here, though new: {wordList(plan.unused.map((id) => partWord(guide, id)))}.
        </Box>
      )}
    </Box>
  );
});

const Steps = ({ title, children }: { title: string; children: ReactNode }) => (
  <Fold title={title} level={3} isOpen={title === "Strip-down"}>
    <Box component="ol" sx={{ m: 0, pl: 3.5 }}>
      {children}
    </Box>
  </Fold>
);
