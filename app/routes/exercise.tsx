import { data } from "react-router";
import { reader } from "../../core/base/ajv.ts";
import { type Deed, readDeed } from "../../core/practice/index.ts";
import { EXERCISE_WORDS, PRACTISE_ERROR_WORDS, subjectWords } from "../../core/words/index.ts";
import { catalogue, exercisePage, practise } from "../../shop/practice/index.server.ts";
import { actFor } from "../frame/act.server.ts";
import { allowed } from "../frame/allowed.server.ts";
import { ExerciseScreen } from "../practice/exercise-screen.tsx";
import "../bench/screen/bench.css";
import "../practice/practice.css";
import { readBody, type Sent } from "../ui/read-body.server.ts";
import type { Route } from "./+types/exercise";

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: `${loaderData?.title ?? "Practice"} · Brisk Bench` },
];

export async function loader({ params, context }: Route.LoaderArgs) {
  const { act } = await actFor(context);
  const found = await exercisePage(act, params.id);
  if (!found.ok) {
    const status = found.error.type === "not-worked-out" ? 503 : 404;
    throw new Response(PRACTISE_ERROR_WORDS[found.error.type], { status });
  }
  const { guide, setting, view, after } = found.value;
  const faults = view.kind === "find" ? catalogue() : undefined;
  const about = subjectWords(setting.subject, { [guide.id]: guide }, catalogue());
  return { title: EXERCISE_WORDS[setting.kind].name, about, guide, setting, view, after, faults };
}

interface Asked {
  readonly id: string;
  readonly after: number;
  readonly deed: Deed;
}
const readAsked = reader<Asked>({
  type: "object",
  required: ["id", "after", "deed"],
  additionalProperties: false,
  properties: {
    id: { type: "string", maxLength: 120 },
    after: { type: "integer", minimum: 0 },
    deed: { type: "object" },
  },
});

/** Does something in an exercise. */
export const action = allowed(async ({ request, params, context }: Route.ActionArgs) => {
  const asked = await readBody(request, readAsked);
  const deed = asked.ok ? readDeed(asked.value.deed) : asked;
  if (!asked.ok || !deed.ok) {
    return data<Sent>({ error: "That is nothing that can be done here." }, { status: 400 });
  }
  const { act } = await actFor(context);
  const done = await practise(act, params.id, deed.value, asked.value.after);
  return done.ok
    ? data<Sent>({ error: undefined })
    : data<Sent>({ error: PRACTISE_ERROR_WORDS[done.error.type] }, { status: 409 });
});

export default function ExerciseRoute({ loaderData, params }: Route.ComponentProps) {
  return <ExerciseScreen key={params.id} id={params.id} {...loaderData} />;
}
