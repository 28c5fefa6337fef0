import { DOINGS, may, type Person, ROLES } from "../people/index.ts";
import { DOING_WORDS, ROLE_WORDS } from "./people-words.ts";

/** The table of rights as Markdown: what `docs/rights.md` holds. */
export function rightsTable(): string {
  const person = (role: Person["role"]): Person => ({ id: role, name: role, role });
  const cell = (role: Person["role"], doing: (typeof DOINGS)[number]): string => {
    if (may(person(role), doing, { by: "somebody else" })) return "yes";
    return may(person(role), doing, { by: role }) ? "own" : "–";
  };
  const rows = DOINGS.map((doing) =>
    [`\`${doing}\``, DOING_WORDS[doing], ...ROLES.map((role) => cell(role, doing)), "–"].join(
      " | ",
    ),
  );
  const head = ["right", "to", ...ROLES.map((role) => ROLE_WORDS[role]), "nobody signed in"];
  return [
    "# Who may do what",
    "",
    "Made from the one table in `core/people/rights.ts` by its test, which fails where this page says something else.",
    "A right is asked for in `shop/` (`allow`), nowhere else; screens hide what may not be done. That every door",
    "answers as the table says, for every role and for nobody, is tried in a browser (`e2e/doors.spec.ts`).",
    "",
    `| ${head.join(" | ")} |`,
    `| ${head.map(() => "---").join(" | ")} |`,
    ...rows.map((row) => `| ${row} |`),
    "",
  ].join("\n");
}
