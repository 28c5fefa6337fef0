/** How a field of the bench looks; its width and height are its own. */
export const fieldLook = {
  font: "inherit",
  fontSize: 18,
  color: "var(--ink)",
  bgcolor: "var(--card)",
  border: "1px solid var(--line)",
  borderRadius: "6px",
  px: 1,
} as const;
