import fc from "fast-check";

/** A mutant has failed where a property fails: no smaller example is looked for. */
fc.configureGlobal({ endOnFailure: true });
