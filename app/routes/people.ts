import { data, redirect } from "react-router";
import { reader } from "../../core/base/ajv.ts";
import { unreachable, type Result } from "../../core/base/result.ts";
import { IDLE_MINUTES, nameOf, PHRASE_LENGTH, type Role, ROLES } from "../../core/people/index.ts";
import { peopleErrorWords, pinErrorWords } from "../../core/words/index.ts";
import type { Act } from "../../shop/act.server.ts";
import {
  addMember,
  changeMember,
  changePin,
  keepIdle,
  type PeopleError,
  renewPin,
} from "../../shop/people/index.server.ts";
import { actFor } from "../frame/act.server.ts";
import { allowed } from "../frame/allowed.server.ts";
import type { PeopleDone } from "../people/members.tsx";
import { readBody } from "../ui/read-body.server.ts";
import type { Route } from "./+types/people";

type Asked =
  | { readonly does: "add"; readonly name: string; readonly role: Role }
  | {
      readonly does: "change";
      readonly person: string;
      readonly role: Role;
      readonly gone: boolean;
    }
  | { readonly does: "renew"; readonly person: string }
  | { readonly does: "pin"; readonly old: string; readonly fresh: string }
  | { readonly does: "idle"; readonly minutes: number };

const id = { type: "string", minLength: 1, maxLength: 120 };
const role = { enum: [...ROLES] };
const pin = { type: "string", maxLength: PHRASE_LENGTH.most };
const asked = (does: string, properties: object) => ({
  required: ["does", ...Object.keys(properties)],
  additionalProperties: false,
  properties: { does: { const: does }, id, ...properties },
});

const readAsked = reader<Asked>({
  type: "object",
  required: ["does"],
  discriminator: { propertyName: "does" },
  oneOf: [
    asked("add", { name: { type: "string", pattern: "\\S", maxLength: 80 }, role }),
    asked("change", { person: id, role, gone: { type: "boolean" } }),
    asked("renew", { person: id }),
    asked("pin", { old: pin, fresh: pin }),
    asked("idle", {
      minutes: { type: "integer", minimum: IDLE_MINUTES.fewest, maximum: IDLE_MINUTES.most },
    }),
  ],
});

/** Who works here, by the lead; and one's own PIN. */
export const action = allowed(async ({ request, context }: Route.ActionArgs) => {
  const read = await readBody(request, readAsked);
  if (!read.ok) {
    return data<PeopleDone>(
      { error: "Nothing was kept: look at what was typed again." },
      { status: 400 },
    );
  }
  const { act, people } = await actFor(context);
  return doIt(act, (person) => nameOf(people, person), read.value);
});

async function doIt(act: Act, name: (id: string) => string, asked: Asked) {
  switch (asked.does) {
    case "add": {
      const added = await addMember(act, asked.name.trim(), asked.role);
      return answer(added, ({ pin: made }) => ({ name: asked.name.trim(), pin: made }));
    }
    case "change":
      return answer(await changeMember(act, asked.person, asked));
    case "renew": {
      const renewed = await renewPin(act, asked.person);
      return answer(renewed, (made) => ({ name: name(asked.person), pin: made }));
    }
    case "pin": {
      const changed = await changePin(act, asked.old, asked.fresh);
      if (changed.ok) return data<PeopleDone>({ error: undefined });
      return data<PeopleDone>({ error: pinErrorWords(changed.error) }, { status: 409 });
    }
    case "idle":
      await keepIdle(act, asked.minutes);
      return data<PeopleDone>({ error: undefined });
    default:
      return unreachable(asked);
  }
}

function answer<T>(
  done: Result<T, PeopleError>,
  made: (value: T) => PeopleDone["made"] = () => undefined,
) {
  return done.ok
    ? data<PeopleDone>({ error: undefined, made: made(done.value) })
    : data<PeopleDone>({ error: peopleErrorWords(done.error) }, { status: 409 });
}

/** Where the people are shown. */
export const loader = () => redirect("/shop");
