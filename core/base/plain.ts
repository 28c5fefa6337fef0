/** A text as it is compared: without case and blanks, as codes are typed and scanned in many ways. */
export const plain = (text: string): string => text.replace(/\s+/g, "").toUpperCase();
