/** A path of this program; anything else leads to the counter. */
export function ownPath(to: string | null): string {
  const base = "http://here.invalid";
  if (to === null || !to.startsWith("/") || !URL.canParse(to, base)) return "/";
  const { origin, pathname, search } = new URL(to, base);
  return origin === base ? pathname.replace(/^\/+/, "/") + search : "/";
}
