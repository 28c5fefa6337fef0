/** What a browser says of where a request comes from. */
export interface Came {
  /** Sec-Fetch-Site. */
  readonly site: string | undefined;
  /** Origin. */
  readonly origin: string | undefined;
  /** The host that was asked for, with its port, and how. */
  readonly host: string;
  readonly isSecure: boolean;
}

/**
 * Whether something that writes comes from a page of this program. Browsers say so by Sec-Fetch-Site, older ones by
 * Origin; what says neither is no browser with somebody's session, and says by an Origin that it means it.
 */
export function isOwn({ site, origin, host, isSecure }: Came): boolean {
  if (site !== undefined && site !== "same-origin") return false;
  if (origin !== undefined) return origin === `${isSecure ? "https" : "http"}://${host}`;
  return site === "same-origin";
}

/** The name in a Host header, without its port; undefined: it is none. ["[::1]:80"] → [::1] */
export function hostName(header: string | undefined): string | undefined {
  const found = /^(\[[0-9a-f:.]+\]|[a-z0-9._-]+)(:\d{1,5})?$/i.exec(header ?? "");
  return found?.[1]?.toLowerCase();
}
