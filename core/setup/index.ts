import { reader } from "../base/ajv.ts";

/** What a shop is called, and where it is found: it stands on every paper. */
export interface About {
  readonly name: string;
  /** As many lines as it has. */
  readonly address: string;
  readonly phone: string;
}

export const NO_NAME: About = { name: "", address: "", phone: "" };

export const aboutSchema = {
  type: "object",
  required: ["name", "address", "phone"],
  additionalProperties: false,
  properties: {
    name: { type: "string", pattern: "\\S", maxLength: 100 },
    address: { type: "string", maxLength: 400 },
    phone: { type: "string", maxLength: 100 },
  },
};

export const readAbout = reader<About>(aboutSchema);

/** The shop's own lines at the head of a paper; none where it has not said them. */
export const aboutLines = ({ name, address, phone }: About): readonly string[] =>
  [name, ...address.split("\n"), phone].map((line) => line.trim()).filter((line) => line !== "");

/** What a new shop has to say before its first customer comes, in the order it is asked for. */
export const SETUP_STEPS = ["about", "rates", "people", "hours", "guides", "backup"] as const;
export type SetupStep = (typeof SETUP_STEPS)[number];

/** How far the setting up is: `isOver` when all is said, or somebody said that it is enough. */
export interface Setup {
  readonly done: readonly SetupStep[];
  readonly isOver: boolean;
}
