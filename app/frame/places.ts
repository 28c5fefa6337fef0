/** The places of the program, as the bar has them. */
export const PLACES = [
  { to: "/", label: "Counter", end: true },
  { to: "/bench", label: "Bench", end: false },
  { to: "/guides", label: "Guides", end: false },
  { to: "/days", label: "Days", end: false },
  { to: "/practice", label: "Practice", end: false },
  { to: "/shop", label: "Shop", end: false },
] as const;

/** What the bar has no room for; found by name. */
export const OTHER_PLACES = [
  { to: "/tickets", label: "All tickets" },
  { to: "/tickets/new", label: "Take a machine in" },
  { to: "/stock", label: "Stock" },
  { to: "/learnt", label: "What the shop learnt" },
  { to: "/words", label: "Words of the bench" },
  { to: "/stand-ins", label: "Stand-ins for devices" },
] as const;
