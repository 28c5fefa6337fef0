/** An amount as it is typed, in cents: "45", "45.5", "1,234.56"; undefined where it is none. */
export function centsIn(text: string): number | undefined {
  const plain = text
    .trim()
    .replace(/[  ]/g, "")
    .replace(/,(?=\d{3}(\D|$))/g, "");
  const found = /^(\d{1,6})(?:[.,](\d{1,2}))?$/.exec(plain);
  if (!found) return undefined;
  return Number(found[1]) * 100 + Number((found[2] ?? "").padEnd(2, "0"));
}
