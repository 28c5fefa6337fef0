/** Whether a mutant is tested (`npm run mutate`): the long walks are shorter then, as there are thousands. */
export const isMutating = process.env["MUTATING"] === "yes";
