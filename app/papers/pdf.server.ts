import path from "node:path";
import { createRequire } from "node:module";
import pdfmake from "pdfmake";
import type { Content, TDocumentDefinitions } from "pdfmake/interfaces";
import { toSVG } from "bwip-js/node";
import type { Paper, Section } from "./paper.ts";

const fonts = path.join(
  path.dirname(createRequire(import.meta.url).resolve("pdfmake/package.json")),
  "fonts/Roboto",
);
const font = (name: string): string => path.join(fonts, name);

let isReady = false;
function ready(): void {
  if (isReady) return;
  // These letters come with the typesetter: they have every letter a customer's name may have.
  pdfmake.addFonts({
    Text: {
      normal: font("Roboto-Regular.ttf"),
      bold: font("Roboto-Medium.ttf"),
      italics: font("Roboto-Italic.ttf"),
      bolditalics: font("Roboto-MediumItalic.ttf"),
    },
  });
  // A paper holds text that customers gave: nothing in it fetches anything.
  pdfmake.setUrlAccessPolicy(() => false);
  pdfmake.setLocalAccessPolicy((file) => path.resolve(file).startsWith(fonts));
  isReady = true;
}

/** A paper as an A4 PDF in black and white. */
export async function pdfOf(paper: Paper): Promise<Uint8Array> {
  ready();
  return pdfmake.createPdf(documentOf(paper)).getBuffer();
}

const CODE = { bcid: "code128", height: 9, includetext: true, textxalign: "center" } as const;

function documentOf({ title, from = [], head, sections, code }: Paper): TDocumentDefinitions {
  const rows = head.map(([name, value]) => [{ text: name, color: "#555" }, value]);
  const facts: Content =
    rows.length === 0
      ? []
      : [{ table: { widths: [110, "*"], body: rows }, layout: "noBorders", margin: [0, 6, 0, 10] }];
  const top: Content = { text: title, fontSize: 20, bold: true };
  const bar: Content =
    code === undefined
      ? []
      : [{ svg: toSVG({ ...CODE, text: code }), width: 110, alignment: "right" }];
  return {
    pageSize: "A4",
    pageMargins: [50, 45, 50, 55],
    defaultStyle: { font: "Text", fontSize: 10, lineHeight: 1.2 },
    content: [
      ...from.map((text, i): Content => ({
        text,
        bold: i === 0,
        color: i === 0 ? "#000" : "#555",
      })),
      ...(from.length > 0 ? [{ text: " " }] : []),
      { columns: [top, { width: 160, stack: bar }] },
      ...facts,
      ...sections.flatMap(contentOf),
    ],
    footer: (page, pages) => ({
      text: `${title} · page ${page} of ${pages}`,
      alignment: "center",
      fontSize: 8,
      color: "#555",
      margin: [0, 20, 0, 0],
    }),
  };
}

const heading = (text: string): Content => ({
  text,
  bold: true,
  fontSize: 13,
  margin: [0, 10, 0, 4],
});

function contentOf(section: Section): Content[] {
  switch (section.type) {
    case "text":
      return section.lines.length === 0
        ? []
        : [heading(section.title), ...section.lines.map((text) => ({ text }))];
    case "table": {
      if (section.rows.length === 0) return [];
      const cell = (text: string, column: number, bold: boolean) => ({
        text,
        bold,
        alignment: section.right?.includes(column) ? ("right" as const) : ("left" as const),
      });
      const last = section.rows.length - 1;
      // A column that has nothing in it is left out.
      const filled = section.head
        .map((_, column) => column)
        .filter((column) => section.rows.some((row) => row[column] !== ""));
      const body = [
        filled.map((column) => cell(section.head[column]!, column, true)),
        ...section.rows.map((row, i) =>
          filled.map((column) => cell(row[column]!, column, section.sum === true && i === last)),
        ),
      ];
      const widths = filled.map((_, i) => (i === 0 ? "*" : "auto"));
      return [
        heading(section.title),
        { table: { headerRows: 1, widths, body }, layout: "lightHorizontalLines" },
      ];
    }
    case "chart":
      return section.series.every(({ points }) => points.length < 2)
        ? []
        : [heading(section.title), { svg: chartSvg(section), width: 480 }];
    case "sign":
      return [
        {
          unbreakable: true,
          columns: section.lines.map((text) => ({
            stack: [
              { canvas: [{ type: "line" as const, x1: 0, y1: 26, x2: 200, y2: 26 }] },
              { text, fontSize: 9 },
            ],
          })),
          margin: [0, 14, 0, 0],
        },
      ];
  }
}

const WIDTH = 480;
const HEIGHT = 150;
const LEFT = 36;
const DASHES = ["", "6 3", "2 2"];
const escaped = (text: string): string =>
  text.replaceAll("&", "&amp;").replaceAll("<", "&lt;").replaceAll(">", "&gt;");

/** Lines over minutes, told apart by their dashes: papers are black and white. */
function chartSvg({ unit, series }: Extract<Section, { type: "chart" }>): string {
  const all = series.flatMap(({ points }) => points);
  const span = (values: readonly number[]) => [Math.min(...values), Math.max(...values)] as const;
  const [x0, x1] = span(all.map(([x]) => x));
  const [low, high] = span(all.map(([, y]) => y));
  const [y0, y1] = [Math.floor(low / 10) * 10, Math.ceil(high / 10) * 10];
  const x = (value: number) => LEFT + ((value - x0) / Math.max(1, x1 - x0)) * (WIDTH - LEFT - 6);
  const y = (value: number) => HEIGHT - 18 - ((value - y0) / Math.max(1, y1 - y0)) * (HEIGHT - 30);
  const lines = series.map(({ points }, i) => {
    const way = points.map(([px, py]) => `${x(px).toFixed(1)},${y(py).toFixed(1)}`).join(" ");
    const dash = DASHES[i % DASHES.length]!;
    return `<polyline points="${way}" fill="none" stroke="#000" stroke-dasharray="${dash}"/>`;
  });
  const names = series.map(
    ({ name }, i) =>
      `<line x1="${LEFT + i * 150}" y1="8" x2="${LEFT + 24 + i * 150}" y2="8" stroke="#000" stroke-dasharray="${DASHES[i % DASHES.length]!}"/><text x="${LEFT + 30 + i * 150}" y="11" font-size="9">${escaped(name)}</text>`,
  );
  const marks = [y0, y1].map(
    (value) =>
      `<text x="2" y="${y(value) + 3}" font-size="9">${value} ${escaped(unit)}</text><line x1="${LEFT}" y1="${y(value)}" x2="${WIDTH}" y2="${y(value)}" stroke="#ccc"/>`,
  );
  const times = [x0, x1].map(
    (value, i) =>
      `<text x="${i === 0 ? LEFT : WIDTH - 40}" y="${HEIGHT - 4}" font-size="9">${Math.round(value / 60)} min</text>`,
  );
  return `<svg width="${WIDTH}" height="${HEIGHT}" viewBox="0 0 ${WIDTH} ${HEIGHT}">${[...marks, ...times, ...lines, ...names].join("")}</svg>`;
}
