import type { Consent, Deed } from "../../core/ticket/index.ts";
import { CONSENT_WORDS } from "../../core/words/index.ts";

/** A job that breaks a warranty seal has the customer asked before anything is promised; once. */
export const sealsToAsk = (
  seals: readonly string[],
  { consents }: { readonly consents: readonly { readonly about: Consent }[] },
): readonly Extract<Deed, { kind: "consent" }>[] =>
  seals.length === 0 || consents.some(({ about }) => about === "seal")
    ? []
    : [{ kind: "consent", about: "seal", given: "open", words: CONSENT_WORDS.seal }];
