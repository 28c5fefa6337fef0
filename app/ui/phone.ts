/** What a telephone dials, whatever is put between the digits. ["0550 31-8"] → tel:0550318 */
export const phoneLink = (phone: string): string => `tel:${phone.replace(/[^\d+*#]/g, "")}`;
