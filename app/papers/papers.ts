import type { Checked, Fitted, Lot } from "../../core/bench/index.ts";
import type { Guide } from "../../core/guide/index.ts";
import type { Quote } from "../../core/quote/index.ts";
import type { Reading, SoakFacts } from "../../core/soak/index.ts";
import type { Stand, Ticket } from "../../core/ticket/index.ts";
import {
  aftercareWords,
  capital,
  CONSENT_NAMES,
  DATA_WORDS,
  jointWord,
  MARK_WORDS,
  moneyWords,
  OLD_WAY_WORDS,
  PACK_SIGN_WORDS,
  partWord,
  sealWords,
  PASSWORD_WORDS,
  WAY_OF_PAYING_WORDS,
  WORK_WORDS,
} from "../../core/words/index.ts";
import type { Paper, Section } from "./paper.ts";

type Names = Pick<Guide, "parts" | "joints">;

const whose = ({ customer, machine, code, serial, number }: Ticket) =>
  [
    ["Ticket", String(number)],
    ["Customer", customer.phone === "" ? customer.name : `${customer.name}, ${customer.phone}`],
    ["Machine", `${machine}, ${code}`],
    ...(serial === "" ? [] : ([["Serial", serial]] as const)),
  ] as const;

/** A quote as the customer takes it along. */
export function quotePaper(ticket: Ticket, quote: Quote, number: number, madeOn: string): Paper {
  const rows = quote.lines.map(({ name, net, tax }) => [name, moneyWords(net), moneyWords(tax)]);
  return {
    title: `Quote ${number}`,
    head: [...whose(ticket), ["Made on", madeOn], ["Holds until", quote.until]],
    sections: [
      {
        type: "table",
        title: "What it costs",
        head: ["", "Net", "Tax"],
        rows: [...rows, ["In all", moneyWords(quote.total), moneyWords(quote.tax)]],
        right: [1, 2],
        sum: true,
      },
      {
        type: "text",
        title: "Good to know",
        lines: [
          quote.days === 0
            ? "All parts are here."
            : `The parts are here in ${quote.days} days, in ${quote.late} at the latest.`,
          `About ${Math.round(quote.minutes)} minutes at the bench; one job in five takes over ${Math.round(quote.atMost)}.`,
          ...(quote.deposit > 0
            ? [`${moneyWords(quote.deposit)} are asked for before the parts are ordered.`]
            : []),
          ...(quote.seals ? [sealWords(quote.seals)] : []),
          "Should more be found once it is open, nothing is done without another quote.",
        ],
      },
      { type: "sign", lines: ["Day", "The customer"] },
    ],
  };
}

/** What the customer takes along when the machine stays here. */
export function intakePaper(ticket: Ticket, stand: Stand, names: Names, takenOn: string): Paper {
  const { intake, signs } = ticket;
  const { marks = [], adapter, data, dataNote = "", password, came = "" } = intake;
  const noted = marks.map(({ kind, joint, note = "" }) => {
    const where = joint === undefined ? "" : `, ${jointWord(names, joint)}`;
    return `${MARK_WORDS[kind]}${where}${note === "" ? "" : `: ${note}`}`;
  });
  const lines = (text: string) => (text.trim() === "" ? [] : [text]);
  return {
    title: "Taken in",
    code: String(ticket.number),
    head: [
      ...whose(ticket),
      ["Taken in on", takenOn],
      ["Work wanted", WORK_WORDS[ticket.work]],
      ["Promised for", ticket.promised],
    ],
    sections: [
      { type: "text", title: "What is wrong", lines: [ticket.fault] },
      { type: "text", title: "Condition", lines: [...lines(ticket.condition), ...noted] },
      { type: "text", title: "Battery", lines: signs.map((sign) => PACK_SIGN_WORDS[sign]) },
      {
        type: "text",
        title: "Came with it",
        lines: [
          ...lines(came),
          ...(adapter
            ? [`Adapter: ${adapter.has.volts} V, ${adapter.has.amps} A, ${adapter.has.plug}`]
            : []),
        ],
      },
      {
        type: "text",
        title: "Data",
        lines: [
          ...(data ? [DATA_WORDS[data]] : []),
          ...lines(dataNote),
          ...(password ? [PASSWORD_WORDS[password]] : []),
        ],
      },
      {
        type: "text",
        title: "Agreed to",
        lines: stand.consents.map(
          ({ about, given, words }) =>
            `${CONSENT_NAMES[about]}: ${{ yes: "yes", no: "no", open: "not answered yet" }[given]}. ${words}`,
        ),
      },
      { type: "sign", lines: ["Day", "The customer"] },
    ],
  };
}

export interface Done {
  readonly ticket: Ticket;
  readonly stand: Stand;
  readonly names: Names;
  readonly replaced: readonly string[];
  readonly fitted: readonly Fitted[];
  readonly lots: readonly Lot[];
  /** What broke in the work, in words. */
  readonly broken: readonly string[];
  readonly checks: readonly Checked[];
  readonly soaks: readonly {
    readonly round: "before" | "after";
    readonly readings: readonly Reading[];
    readonly facts: SoakFacts | undefined;
  }[];
  /** ISO day until which the work is under warranty. */
  readonly warranty: string;
}

const RESULTS = { pass: "works", fail: "fails", na: "not there" } as const;

/** What was done, proven and put in, as the customer takes it along. */
export function handBackPaper(done: Done): Paper {
  const { ticket, stand, names, replaced, fitted, lots, checks, soaks, warranty } = done;
  const quote = stand.quotes.find(({ number }) => number === stand.agreed);
  const serialOf = (part: string): string =>
    stand.orders.find(({ state, offer }) => state === "fits" && offer.brings.includes(part))
      ?.arrived?.serial ?? "";
  const parts = replaced.map((part) => {
    const fresh = fitted.find((one) => one.part === part);
    return [
      capital(partWord(names, part)),
      fresh?.code ?? "",
      fresh?.old ?? "",
      serialOf(part),
      warranty,
    ];
  });
  const cleaned = (ticket.job.again ?? []).map(
    (part) => `${capital(partWord(names, part))}: taken out, cleaned, put back.`,
  );
  const short = lots.filter(({ expected, in: back }) => back !== undefined && back !== expected);
  const sections: Section[] = [
    {
      type: "table",
      title: "Put in new",
      head: ["Part", "Code", "For", "Serial", "Warranty until"],
      rows: parts,
    },
    { type: "text", title: "Cleaned", lines: cleaned },
    {
      type: "text",
      title: "Screws",
      lines:
        lots.length === 0
          ? []
          : [
              `${lots.reduce((sum, { in: back }) => sum + (back ?? 0), 0)} screws in ${lots.length === 1 ? "one lot" : `${lots.length} lots`} counted out and back in.`,
              ...short.map(
                ({ joint, expected, in: back }) =>
                  `${capital(jointWord(names, joint))}: ${back} of ${expected}.`,
              ),
            ],
    },
    {
      type: "table",
      title: "Tried out",
      head: ["What", "When", "Result"],
      rows: checks.map(({ what, round, result, note }) => [
        note === undefined ? capital(what) : `${capital(what)} (${note})`,
        round === "open" ? "before it was shut" : "shut",
        RESULTS[result],
      ]),
    },
    {
      type: "chart",
      title: "Under load",
      unit: "°C",
      series: soaks.map(({ round, readings }) => ({
        name: `processor, ${round} the work`,
        points: readings.map(({ t, celsius }) => [t, celsius] as const),
      })),
    },
    {
      type: "text",
      title: "Soak",
      lines: [
        ...soaks.flatMap(({ round, facts }) =>
          facts
            ? [
                `${capital(round)} the work: ${facts.perWatt.toFixed(2)} °C/W, ${facts.hottest.toFixed(0)} °C at most, ${facts.memoryErrors} memory errors.`,
              ]
            : [],
        ),
        ...(stand.passed && stand.passed.note !== "" ? [stand.passed.note] : []),
      ],
    },
    {
      type: "table",
      title: "Paid",
      head: ["", "Amount"],
      rows: [
        ...(quote ? [[`Quote ${quote.number}`, moneyWords(quote.total)]] : []),
        ...stand.payments.map(({ at, cents, way }) => [
          `${at.slice(0, 10)}, ${WAY_OF_PAYING_WORDS[way].toLowerCase()}`,
          `− ${moneyWords(cents)}`,
        ]),
      ],
      right: [1],
    },
    {
      type: "text",
      title: "Old parts",
      lines: (stand.collected?.old ?? []).map(
        ({ part, way }) =>
          `${capital(partWord(names, part))}: ${OLD_WAY_WORDS[way].toLowerCase()}.`,
      ),
    },
    { type: "text", title: "Broke in the work", lines: done.broken },
    {
      type: "text",
      title: "From here on",
      lines: aftercareWords(replaced.flatMap((id) => names.parts[id]?.kind ?? [])),
    },
    { type: "sign", lines: ["Day", "Collected by"] },
  ];
  return { title: "Handed back", head: [...whose(ticket), ["Fault", ticket.fault]], sections };
}
