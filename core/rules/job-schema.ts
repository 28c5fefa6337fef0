import { reader, type Reader } from "../base/ajv.ts";
import type { Job } from "./model.ts";

const ids = {
  type: "array",
  items: { type: "string", minLength: 1, maxLength: 120 },
  maxItems: 1000,
};

/** A job as it is sent and kept. */
export const jobSchema = {
  type: "object",
  required: ["for"],
  additionalProperties: false,
  properties: {
    for: ids,
    reach: ids,
    open: ids,
    off: ids,
    new: ids,
    again: ids,
    mode: { enum: ["book", "short"] },
  },
};

export const readJob: Reader<Job> = reader(jobSchema);
