/** A short name of a schema, the same wherever its text is: FNV-1a of 32 bits, twice, from either end. */
export function schemaName(schema: object): string {
  const text = JSON.stringify(schema);
  let [there, back] = [0x811c9dc5, 0x811c9dc5];
  for (let i = 0; i < text.length; i++) {
    there = Math.imul(there ^ text.charCodeAt(i), 0x01000193);
    back = Math.imul(back ^ text.charCodeAt(text.length - 1 - i), 0x01000193);
  }
  return [there, back].map((half) => (half >>> 0).toString(36)).join("");
}
