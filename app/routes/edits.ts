import { data } from "react-router";
import { reader } from "../../core/base/ajv.ts";
import { unreachable } from "../../core/base/result.ts";
import { readEdits } from "../../core/edit/index.ts";
import { type SentEdits, storeEdits } from "../../shop/guide/index.server.ts";
import { actFor } from "../frame/act.server.ts";
import { allowed } from "../frame/allowed.server.ts";
import type { EditsStored } from "../guide/edit/edit-bar.tsx";
import type { Route } from "./+types/edits";

const readSent = reader<SentEdits>({
  type: "object",
  required: ["base", "edits", "why"],
  additionalProperties: false,
  properties: {
    base: { type: "string", pattern: "^[0-9a-f]{64}$" },
    edits: { type: "array", minItems: 1 },
    why: { type: "string", maxLength: 500 },
    sister: {
      type: "object",
      required: ["code", "about"],
      additionalProperties: false,
      properties: {
        code: { type: "string", minLength: 1, maxLength: 80 },
        about: { type: "string", minLength: 1, maxLength: 500 },
      },
    },
  },
});

const refused = (error: string, status: number, findings: EditsStored["findings"] = []) =>
  data<EditsStored>({ number: undefined, error, findings }, { status });

/** Takes what was changed about a guide on the map: it is the guide's next version. */
export const action = allowed(async ({ params, request, context }: Route.ActionArgs) => {
  const sent = readSent(await request.json().catch(() => undefined));
  if (!sent.ok || !readEdits(sent.value.edits).ok) {
    return refused("These changes cannot be read. Load the page again; they are kept.", 400);
  }
  const { act } = await actFor(context, request);
  const stored = await storeEdits(act, params.id, { ...sent.value, why: sent.value.why.trim() });
  if (stored.ok) {
    return data<EditsStored>({
      number: stored.value.version?.number ?? 0,
      error: undefined,
      findings: [],
    });
  }
  switch (stored.error.type) {
    case "guide-unknown":
      return refused("There is no such guide any more.", 404);
    case "behind":
      return refused("Somebody stored a version meanwhile. Your changes are kept.", 409);
    case "misfit":
      return refused("Something that was changed is not in the guide any more.", 409);
    case "findings":
      return refused("The check refuses this:", 400, stored.error.findings);
    default:
      return unreachable(stored.error);
  }
});
