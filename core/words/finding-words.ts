import { unreachable } from "../base/result.ts";
import type { BlockingFact, Finding } from "../guide/index.ts";

const NOT_PROVEN = {
  time: "The check did not finish: the server was busy. Send it again. Nothing is wrong with the guide so far.",
  memory:
    "The check did not finish: it needs more memory than there is. Nothing is wrong with the guide so far.",
  queue: "Others are being checked just now: send it again in a minute.",
  left: "The check was stopped.",
  died: "The check came to no end. Send it again; if it happens again, the file is the reason.",
} as const;

/** What no order of a plan spares a hand. */
const AGAINST = {
  live: (thing: string, because: string) =>
    `"${thing}" is opened while ${because} still keeps the power on.`,
  catch: (thing: string, because: string) => `"${thing}" is opened before ${because}.`,
  loose: (thing: string, because: string) =>
    `the machine is turned for "${thing}" while ${because} lies loose in it.`,
} as const;

/** What is wrong, or asked, and what to do about it: the ids are those of the file. */
export function findingWords({ about }: Pick<Finding, "about">): string {
  switch (about.type) {
    case "no-file":
      return "choose a guide file first";
    case "too-big":
      return `a guide is under ${Math.round(about.mostBytes / 1e6)} MB`;
    case "not-proven":
      return about.why === "looks"
        ? `The check did not finish: ${about.looked} of ${about.of} parts were looked at. Nothing is wrong with those. Make the guide smaller to have it checked whole.`
        : NOT_PROVEN[about.why];
    case "plans-unproven":
      return about.ids.length === 1
        ? `the way to "${about.ids[0]}" is not proven to be the shortest; questions about its plan are left out`
        : `the ways to ${about.ids.length} parts are not proven to be the shortest; questions about their plans are left out`;
    case "no-pack":
      return "this is no pack of a guide: it has to hold pack.json and guide.json, whole.";
    case "pack-broken":
      return `"${about.name}" does not belong in a pack, or is no picture. Nothing of it was taken.`;
    case "not-json":
      return `this is not JSON: ${about.why}`;
    case "key-unknown":
      return `unknown key "${about.key}"; take it out, or check its spelling`;
    case "key-missing":
      return `"${about.key}" is missing; add it`;
    case "not-one-of":
      return `must be one of ${about.allowed.join(", ")}`;
    case "not-the-value":
      return `must be ${about.wanted}`;
    case "schema":
      return about.why;
    case "code-unknown":
      return `no code "${about.code}" here; known: ${about.known.join(", ")}`;
    case "way-changes-machine":
      return `a way of the hand cannot add or take "${about.id}"; it changes what is there`;
    case "code-taken":
      return `the code "${about.code}" is the guide "${about.by}"'s already; a code names one machine`;
    case "id-unknown":
      return `there is no ${about.what} "${about.id}"; write it down, or mend the name`;
    case "id-twice":
      return `"${about.id}" is a part too; give the joint another id`;
    case "part-twice":
      return `"${about.part}" stands here twice; name each part once`;
    case "no-frame":
      return 'no frame: leave "on" out of the one part that everything else lies in';
    case "second-frame":
      return `a second frame beside "${about.first}"; say what "${about.part}" lies on`;
    case "on-circle":
      return `goes in a circle (${about.parts.join(" → ")}); end it at the frame`;
    case "covers-itself":
      return `"${about.part}" cannot cover itself; take it out`;
    case "covers-own-joint":
      return (
        `"${about.joint}" joins "${about.part}" itself, so "${about.part}" cannot cover it; write an order ` +
        `(what must come before "${about.joint}"), or a cover by the part on the other side ("${about.other}")`
      );
    case "order-circle":
      return `"${about.first}" before "${about.then}" goes in a circle; drop one of the orders`;
    case "count-and-points":
      return `${about.count} screws but ${about.points} points; make them agree`;
    case "no-such-point":
      return `there is no point ${about.point}; "at" has ${about.points}`;
    case "power-out-of-reach":
      return `power plug "${about.plug}" can never be reached; check what covers it`;
    case "never-off":
      return `no job can take "${about.part}" off: what holds it, or what lies over it, can never be opened`;
    case "blocked-by":
      return blockedWords(about.ids, about.facts);
    case "power-no-battery":
      return `"${about.joint}" takes the battery off, is no connector and joins no battery; join the battery, or take "power" out`;
    case "from-outside":
      return `these are reachable from outside: ${about.ids.join(", ")}. Is that all, and is each one true?`;
    case "inside-uncovered":
      return `"${about.joint}" lies inside and nothing covers it. What does?`;
    case "lifts-half":
      return `the best plan for "${about.part}" lifts ${about.parts} parts at once. Is a cover, an order or a joint missing?`;
    case "hangs-by-leads":
      return (
        `for "${about.target}", "${about.part}" is lifted with ${about.along.join(", ")} hanging on by leads. ` +
        "Are the leads long enough? If not, write an order."
      );
    case "hidden-bare":
      return `"${about.joint}" hides, but no cover or order says behind what. What is it?`;
    case "held-by-nothing":
      return `"${about.part}" is held ${about.bySlack ? "by slack leads alone" : "by nothing"}. What keeps it in place?`;
    case "holds-too":
      return `"${about.part}" is joined to one neighbour and lies over ${about.others.join(", ")}. Does it hold that too?`;
    case "against-hands":
      return `${AGAINST[about.rule](about.thing, about.because.join(", "))} Is it so, or is a fact missing?`;
    case "pack-uncovered":
      return `"${about.part}" has its plug inside, and nothing lies over it. Which cover hides it?`;
    case "held-elsewhere":
      return `"${about.part}" lies on "${about.on}" and is joined only to "${about.to}". What holds it where it lies?`;
    case "no-plug":
      return `"${about.part}" has no plug, socket or lead. What connects it?`;
    case "names-alike":
      return `${about.ids.map((id) => `"${id}"`).join(" and ")} have one name: spoken, nobody tells them apart. What does?`;
    case "advice-idle":
      return `no plan is changed by "${about.first}" before "${about.then}". Is it needed?`;
    case "serves-nothing":
      return `"${about.joint}" serves nothing. What is dead without it?`;
    case "priced-like-module":
      return `a ${about.kind} at ${about.minutes} minutes costs as much as a module. Is that so?`;
    case "outline-apart":
      return "the corners do not span the box of this shape: x, y, w and h are theirs.";
    case "point-outside":
      return `this lies outside view "${about.view}". Is the view larger, or the point wrong?`;
    case "same-place":
      return `a screw of "${about.joint}" sits where one of "${about.other}" does. Is it one screw in two lots?`;
    case "cover-circle":
      return `${about.parts.join(" lies over ")} lies over ${about.parts[0]!}. Do they only come off together?`;
    case "live-early":
      return `"${about.joint}" may be opened with the battery on, and "${about.plug}" can be reached without it. Is that safe?`;
    case "plug-in-pack":
      return `the socket of "${about.joint}" sits on the pack itself. Is it the board that the plug sits on?`;
    case "order-or-cover":
      return `"${about.part}" must come before "${about.under}", but does not lie over it. Does it? Then write a cover.`;
    case "joints-bare":
      return `"${about.part}" lies over "${about.under}", but what holds that (${about.joints.join(", ")}) can be opened under it. Does it lie over these too, or must it come first?`;
    case "lies-loose":
      return `"${about.part}" lies loose on "${about.on}" and over nothing else. What else does it lie over?`;
    case "lead-stays":
      return `"${about.joint}" is made for good and slack: does "${about.part}" stay behind when the other comes off? A lead that is made into a part is not slack; it goes where that goes.`;
    case "no-stop":
      return about.lacks === "lithium"
        ? `"${about.part}" is a glued battery without "lithium" in its handling, so nobody is asked to look at it. Is it one?`
        : `"${about.part}" has paste under it and is neither a heatsink nor "hot", so nobody is asked whether it is cold. Does it get hot?`;
    case "torque-odd":
      return `${about.torque} N·m is outside what ${about.thread} takes (${about.low} to ${about.high}). Is it what the maker says?`;
    case "cooler-no-order":
      return `"${about.joint}" presses a cooler and has no order. Is one stamped on it? Else write "cross".`;
    case "unit-no-code":
      return `${about.parts.join(", ")} are one unit and none of them has a code. What is it ordered by?`;
    case "hinge-at-once":
      return `all ${about.count} screws of "${about.joint}" come out at once. Does one stay until the display is held? Then it is a lot of its own, with an order.`;
    case "answer-idle":
      return "answers a question that is not asked; take it out";
    default:
      return unreachable(about);
  }
}

function blockedWords(ids: readonly string[], facts: readonly BlockingFact[]): string {
  const some = ids.slice(0, 3).map((id) => `"${id}"`);
  const more = ids.length > 3 ? ` and ${ids.length - 3} more` : "";
  return (
    `nothing can get at ${some.join(", ")}${more}, because of these together: ` +
    `${facts.map(factWords).join("; ")}. One of them is wrong`
  );
}

function factWords(fact: BlockingFact): string {
  switch (fact.type) {
    case "order":
      return `"${fact.first}" before "${fact.then}"`;
    case "cover":
      return `"${fact.part}" lies over "${fact.over}"`;
    case "power-first":
      return `"${fact.id}" only with the power off (mark it beforePower if it is safe before)`;
    default:
      return unreachable(fact);
  }
}
