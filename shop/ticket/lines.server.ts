import type { Dive } from "../../core/plan/index.ts";
import type { Job, Model } from "../../core/rules/index.ts";
import type { WorkLine } from "../../data/ticket/index.server.ts";

/** What a list shows of a ticket's work: machine, parts of the job by name, the line as far as it is. */
export function workLine({ guide }: Model, job: Job, dive: Dive | undefined): WorkLine {
  const names = job.for.map((id) => guide.parts[id]?.name ?? id);
  return {
    machine: `${guide.maker} ${guide.model}`,
    work: names.join(", "),
    dive,
    trouble: undefined,
  };
}
