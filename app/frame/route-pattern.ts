/** An address as its route has it: what was searched for and secrets of an address are in no log. */
export function patternOf(
  url: string,
  params: Readonly<Record<string, string | undefined>>,
): string {
  const values = Object.entries(params).filter(([, value]) => value);
  return new URL(url).pathname
    .split("/")
    .map((part) => {
      const found = values.find(([, value]) => decodeURIComponent(part) === value);
      return found ? `:${found[0]}` : part;
    })
    .join("/");
}
