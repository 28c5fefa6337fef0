/** A day that there is in the calendar: 2026-02-31 is none. */
const day = (text: string): boolean => {
  const at = new Date(`${text}T00:00:00Z`);
  return (
    /^\d{4}-\d{2}-\d{2}$/.test(text) && !Number.isNaN(+at) && at.toISOString().startsWith(text)
  );
};

/** What strings of a schema may be besides what JSON Schema itself names. */
export const FORMATS = { day };
