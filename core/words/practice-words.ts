import { unreachable } from "../base/result.ts";
import type { Catalogue } from "../find/index.ts";
import type { ConnectorType } from "../guide/index.ts";
import type { Damage, ExerciseKind, Grade, Outcome } from "../practice/index.ts";
import { gradeOf, lost } from "../practice/index.ts";
import { CONNECTOR_WAYS } from "./care-words.ts";
import { capital, jointWord, type NamedGuide, partWord } from "./names.ts";
import { CONNECTOR_WORDS } from "./kind-words.ts";

/** What each exercise is called, and what is asked in it. */
export const EXERCISE_WORDS: Readonly<
  Record<ExerciseKind, { readonly name: string; readonly asks: string }>
> = {
  opens: { name: "How does it open", asks: "A plug, and four ways to open one." },
  screw: { name: "Which screw", asks: "A screw that was found, and the holes it may be from." },
  holds: { name: "What still holds", asks: "A part that does not come off, and what may hold it." },
  order: { name: "Order", asks: "Strip a machine down; the facts say why not." },
  build: { name: "Build-up with a fault", asks: "One step is left out as it is read. Say which." },
  find: { name: "Find the fault", asks: "Checks and repairs cost their minutes." },
  paste: { name: "Paste", asks: "Put it on, turn the screws, see what it covers." },
};

/** A way of opening, as it is offered as an answer. */
export const opensWords = (type: ConnectorType): string => CONNECTOR_WAYS[type].off;

const PATTERN_WORDS = { dot: "a dot", bead: "a bead", spread: "a spread" } as const;

/** What an exercise is about, in a few words; `guides` are the models by id. */
export function subjectWords(
  subject: string,
  guides: Readonly<Record<string, { readonly model: string } & NamedGuide>>,
  { symptoms }: Pick<Catalogue, "symptoms">,
): string {
  const [kind, first = "", part] = subject.split(":");
  switch (kind) {
    case "opens":
      return capital(CONNECTOR_WORDS[first as ConnectorType] ?? first);
    case "find":
      return symptoms[first]?.name ?? first;
    case "paste":
      return capital(PATTERN_WORDS[first as keyof typeof PATTERN_WORDS] ?? first);
    default: {
      const guide = guides[first];
      if (!guide) return first;
      const isPart = part !== undefined && Object.hasOwn(guide.parts, part);
      return isPart ? `${guide.model}, ${partWord(guide, part)}` : guide.model;
    }
  }
}

const minutesWords = (minutes: number): string => {
  const tenths = Math.round(minutes * 10) / 10;
  return `${tenths} ${tenths === 1 ? "minute" : "minutes"}`;
};

/** What went wrong, in a sentence. */
export function damageWords(
  guide: NamedGuide,
  { causes }: Pick<Catalogue, "causes">,
  damage: Damage,
): string {
  const thing = (id: string): string =>
    Object.hasOwn(guide.joints, id) ? jointWord(guide, id) : partWord(guide, id);
  switch (damage.type) {
    case "pulled":
      return `Pulled while the ${thing(damage.joint)} still held: it tears.`;
    case "live":
      return `Worked on the ${thing(damage.thing)} with the battery on.`;
    case "unmade":
      return damage.minutes > 0
        ? `The ${thing(damage.joint)} was left unmade: ${minutesWords(damage.minutes)} to go back to it.`
        : `The ${thing(damage.joint)} was left unmade.`;
    case "false-alarm":
      return `The ${thing(damage.joint)} was made already.`;
    case "wrong-hole":
      return wrongHoleWords(thing(damage.lot), damage.mixUp);
    case "forced":
      return `Opened as a ${CONNECTOR_WORDS[damage.as]}, the ${thing(damage.joint)} breaks.`;
    case "for-nothing":
      return `The ${thing(damage.joint)} does not hold it.`;
    case "replaced":
      return `${causes[damage.cause]?.name ?? damage.cause}: repaired for nothing.`;
    case "starved":
      return `${Math.round(damage.share * 100)} % of the die has no paste: ${damage.kelvin} °C warmer at its hottest.`;
    case "over-edge":
      return `${damage.volume} mm³ over the edge of the die.`;
    case "askew":
      return `One corner of the die bore ${Math.round(damage.newtons)} N alone: that is how dies crack.`;
    case "left":
      return "Given up.";
    default:
      return unreachable(damage);
  }
}

function wrongHoleWords(
  lot: string,
  mixUp: Extract<Damage, { type: "wrong-hole" }>["mixUp"],
): string {
  if (!mixUp) return `It is not one of the ${lot}.`;
  if (mixUp.type === "too-long") {
    return `Among the ${lot}: ${mixUp.screw} mm in a hole for ${mixUp.hole} mm dents or cracks what is behind it.`;
  }
  return `Among the ${lot}: ${mixUp.threads.join(" and ")} strip each other.`;
}

export const GRADE_WORDS: Readonly<Record<Grade, string>> = {
  missed: "Missed",
  slow: "Right, but not the quickest way",
  right: "Right",
};

/** How it came out, and what it cost. → Right. 12.4 minutes, the least there is. */
export function outcomeWords(outcome: Outcome): string {
  const over = lost(outcome);
  const { minutes, least } = outcome;
  const time =
    minutes === 0
      ? ""
      : over < 0.05
        ? ` ${minutesWords(minutes)}, the least there is.`
        : least === 0
          ? ` It costs ${minutesWords(over)}.`
          : ` ${minutesWords(minutes)}: ${minutesWords(over)} above the least.`;
  return `${GRADE_WORDS[gradeOf(outcome)]}.${time}`;
}

export const PRACTISE_ERROR_WORDS = {
  "nothing-to-practise":
    "There is nothing to draw an exercise from: add a guide whose machine has plugs and screws.",
  "exercise-unknown": "There is no such exercise, or it is somebody else's.",
  "exercise-moved-on":
    "It was gone on with on another screen, or is over: this shows it as it stands.",
  "not-worked-out":
    "It was not worked out in its time: too much else is being worked out. Try again in a minute.",
} as const;
