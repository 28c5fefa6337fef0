import { createContext, use } from "react";

/** What the scripts and styles of this page are known by, while the server draws it. */
export const NonceContext = createContext<string | undefined>(undefined);

/** The same in the browser, which tells it only to scripts. */
export const nonceOfPage = (): string | undefined =>
  document.querySelector<HTMLScriptElement>("script[nonce]")?.nonce;

export function useNonce(): string | undefined {
  const drawn = use(NonceContext);
  return drawn ?? (typeof document === "undefined" ? undefined : nonceOfPage());
}
