import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Typography from "@mui/material/Typography";
import { data, redirect, useNavigate } from "react-router";
import { reader } from "../../core/base/ajv.ts";
import { may } from "../../core/people/index.ts";
import { EXERCISES, ROUND } from "../../core/practice/index.ts";
import { EXERCISE_WORDS, PRACTISE_ERROR_WORDS, subjectWords } from "../../core/words/index.ts";
import {
  beginExercise,
  practicePage,
  progress,
  subjectNames,
} from "../../shop/practice/index.server.ts";
import { BigButton } from "../bench/screen/panel.tsx";
import "../bench/screen/bench.css";
import { actFor } from "../frame/act.server.ts";
import { allowed } from "../frame/allowed.server.ts";
import { KnownTable } from "../practice/known-table.tsx";
import { ProgressTable } from "../practice/progress-table.tsx";
import { Page } from "../ui/page.tsx";
import { readBody, type Sent } from "../ui/read-body.server.ts";
import { useKeys } from "../ui/use-keys.ts";
import { useSend } from "../ui/use-send.ts";
import type { Route } from "./+types/practice";

export const meta: Route.MetaFunction = () => [{ title: "Practice · Brisk Bench" }];

export async function loader({ context }: Route.LoaderArgs) {
  const { shop, act, people } = await actFor(context);
  const [page, names] = await Promise.all([practicePage(act, shop.zone), subjectNames(shop.db)]);
  const others = may(act.actor, "progress") ? await progress(act, shop.zone, people) : [];
  const words = (subject: string) => subjectWords(subject, names.guides, names.catalogue);
  const { known, ...standing } = page.standing;
  return {
    standing,
    due: page.due,
    now: act.now().toISOString(),
    left: page.left && {
      id: page.left.id,
      words: `${EXERCISE_WORDS[page.left.setting.kind].name}: ${words(page.left.setting.subject)}`,
    },
    next: page.next && { ...page.next, words: words(page.next.subject) },
    known: known.map((one) => ({ ...one, words: words(one.subject) })),
    choices: page.choices.map(({ kind, subject, level }) => ({ kind, subject, level })),
    others: others.map((one) => ({
      name: people.find(({ id }) => id === one.person)?.name ?? one.person,
      ...one.standing,
      hardest: [...one.standing.known]
        .filter(({ missed }) => missed > 0)
        .sort((a, b) => b.missed - a.missed)
        .slice(0, 3)
        .map(({ subject, missed }) => ({ words: words(subject), missed })),
    })),
  };
}

const readAsked = reader<{ readonly id: string; readonly subject?: string }>({
  type: "object",
  required: ["id"],
  additionalProperties: false,
  properties: {
    id: { type: "string", maxLength: 120 },
    subject: { type: "string", maxLength: 300 },
  },
});

/** Sets an exercise and goes to it. */
export const action = allowed(async ({ request, context }: Route.ActionArgs) => {
  const asked = await readBody(request, readAsked);
  if (!asked.ok) return data<Sent>({ error: "Say what to practise." }, { status: 400 });
  const { shop, act } = await actFor(context);
  const begun = await beginExercise(act, shop.zone, asked.value.subject);
  if (!begun.ok) {
    return data<Sent>({ error: PRACTISE_ERROR_WORDS[begun.error.type] }, { status: 409 });
  }
  return redirect(`/practice/${begun.value}`);
});

export default function PracticeRoute({ loaderData }: Route.ComponentProps) {
  const { standing, due, left, next, known, choices, others, now } = loaderData;
  const send = useSend("/practice");
  const begin = () => send.send({});
  const navigate = useNavigate();
  const goOn = () => left && void navigate(`/practice/${left.id}`);
  useKeys({ Space: left ? goOn : begin }, next !== undefined && !send.isBusy);
  const isDone = standing.today >= ROUND;
  return (
    <Page title="Practice">
      <Typography sx={{ mb: 1.5, maxWidth: "70ch" }}>
        Machines without a ticket: nothing here touches the shop's work. Every exercise is drawn
        from the guides as they are now, and judged by their facts.
      </Typography>
      <Box sx={{ display: "flex", gap: 3, flexWrap: "wrap", alignItems: "center", mb: 2 }}>
        <Typography component="p">
          Level <b>{standing.level}</b> of 5.{" "}
          {due === 0 ? "Nothing is due again" : `${due} due again`}.{" "}
          {isDone
            ? "Today's ten minutes are done; more does no harm."
            : `Today: ${Math.round(standing.today)} of ${ROUND} minutes.`}
        </Typography>
      </Box>
      {left && (
        <Box sx={{ mb: 1.5, display: "flex", gap: 1.5, alignItems: "center", flexWrap: "wrap" }}>
          <Box sx={{ display: "flex" }}>
            <BigButton hint="Space" onClick={goOn}>
              Go on: {left.words}
            </BigButton>
          </Box>
          <Typography component="span">You left it before its end.</Typography>
        </Box>
      )}
      {next ? (
        <BigButton
          {...(left ? { tone: "plain" as const } : { hint: "Space" })}
          disabled={send.isBusy}
          onClick={begin}
        >
          {send.isBusy ? "Setting it" : `${EXERCISE_WORDS[next.kind].name}: ${next.words}`}
        </BigButton>
      ) : (
        <Alert severity="info">{PRACTISE_ERROR_WORDS["nothing-to-practise"]}</Alert>
      )}
      {send.error !== undefined && (
        <Alert severity="error" sx={{ mt: 1.5 }}>
          {send.error}
        </Alert>
      )}
      <Typography variant="h2" sx={{ mt: 3, mb: 1 }}>
        Or choose
      </Typography>
      <Box
        sx={{
          display: "grid",
          gap: 2,
          gridTemplateColumns: "repeat(auto-fill, minmax(280px, 1fr))",
        }}
      >
        {EXERCISES.map((kind) => {
          const choice = choices.find((one) => one.kind === kind);
          return (
            <Box key={kind} component="section" sx={{ borderTop: "1px solid var(--line)", pt: 1 }}>
              <Typography variant="h3">{EXERCISE_WORDS[kind].name}</Typography>
              <Typography sx={{ color: "var(--soft)", mb: 1 }}>
                {EXERCISE_WORDS[kind].asks}
              </Typography>
              {choice === undefined ? (
                <Typography>No guide has what it takes.</Typography>
              ) : (
                <Button
                  variant="outlined"
                  disabled={send.isBusy}
                  onClick={() => send.send({ subject: choice.subject })}
                  aria-label={`Practise: ${EXERCISE_WORDS[kind].name}`}
                >
                  Practise this
                </Button>
              )}
              {choice && choice.level > standing.level && (
                <Typography sx={{ mt: 0.5 }}>From level {choice.level} on.</Typography>
              )}
            </Box>
          );
        })}
      </Box>
      {known.length > 0 && <KnownTable known={known} now={now} />}
      {others.length > 0 && <ProgressTable people={others} />}
    </Page>
  );
}
