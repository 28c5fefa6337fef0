/** What a body may be. */
export type Takes = "json" | "form" | "multipart";

export interface BodyRule {
  readonly takes: readonly Takes[];
  readonly most: number;
}

const SMALL = 64_000;
const GUIDE = 4_000_000;
const PHOTO = 21_000_000;

const FORM: BodyRule = { takes: ["form"], most: SMALL };
const JSON_SMALL: BodyRule = { takes: ["json"], most: SMALL };

/** Addresses that take something else than a small form; a ticket's and a guide's name are left out. */
const RULES: Readonly<Record<string, BodyRule | "pack">> = {
  "/tickets/*/events": JSON_SMALL,
  "/tickets/*/deeds": JSON_SMALL,
  "/tickets/*/found": JSON_SMALL,
  "/tickets/*/quotes": JSON_SMALL,
  "/tickets/*/orders": JSON_SMALL,
  "/tickets/*/soak": { takes: ["form"], most: GUIDE },
  "/tickets/*/photos": { takes: ["multipart", "form"], most: PHOTO },
  "/tickets/*/views": { takes: ["multipart"], most: PHOTO },
  "/tickets/new": { takes: ["form", "multipart"], most: SMALL },
  "/guides/*/edits": { takes: ["json"], most: GUIDE },
  "/guides/*/answers": { takes: ["json"], most: GUIDE },
  "/stock": JSON_SMALL,
  "/shop": JSON_SMALL,
  "/days": JSON_SMALL,
  "/practice": JSON_SMALL,
  "/practice/*": JSON_SMALL,
  "/calendar-address": JSON_SMALL,
  "/hours": JSON_SMALL,
  "/setup": JSON_SMALL,
  "/people": JSON_SMALL,
  "/customer-data": JSON_SMALL,
  "/guides": "pack",
  "/ticket-packs": "pack",
};

/** What an address takes: [/tickets/1004/events.data] → JSON of at most 64 kB */
export function bodyRule(pathname: string, packBytes: number): BodyRule {
  const plain = pathname.replace(/\.data$/, "");
  const [, place = "", name, ...rest] = plain.split("/");
  const isNamed = name !== undefined && !(place === "tickets" && name === "new");
  const key = isNamed ? ["", place, "*", ...rest].join("/") : plain;
  const rule = RULES[key] ?? FORM;
  return rule === "pack" ? { takes: ["multipart"], most: packBytes } : rule;
}

const TYPES: Readonly<Record<string, Takes>> = {
  "application/json": "json",
  "application/x-www-form-urlencoded": "form",
  "multipart/form-data": "multipart",
};

/** What a body says that it is; undefined: nothing that is taken anywhere. */
export function kindOfBody(contentType: string | undefined): Takes | undefined {
  return TYPES[(contentType ?? "").split(";")[0]!.trim().toLowerCase()];
}
