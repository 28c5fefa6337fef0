import {
  BarController,
  BarElement,
  CategoryScale,
  Chart as ChartJs,
  Legend,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  ScatterController,
  Tooltip,
} from "chart.js";
import { Bar, Line, Scatter } from "react-chartjs-2";
import type { Experience } from "../../core/experience/index.ts";
import { INKS, type Lamp, TEXT } from "../ui/theme.ts";

ChartJs.register(
  BarController,
  BarElement,
  CategoryScale,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  ScatterController,
  Legend,
  Tooltip,
);
ChartJs.defaults.font.family = TEXT;
ChartJs.defaults.font.size = 14;

export type LearntRow = Readonly<Record<string, string | number>>;

/** The bars that are drawn: more are in the table. */
const MOST = 10;

/** What is drawn of each table: the column that names, and those that are drawn. */
const DRAWN: Readonly<
  Record<
    Exclude<keyof Experience, "jobs">,
    readonly [string, readonly (readonly [string, string])[]]
  >
> = {
  kinds: ["step", [["times_the_estimate", "times the estimate"]]],
  people: ["person", [["times_the_estimate", "times the estimate"]]],
  months: ["month", [["times_the_estimate", "times the estimate"]]],
  forgotten: ["what", [["times", "times forgotten"]]],
  gone: [
    "screws",
    [
      ["missing_at_taking_in", "missing at taking in"],
      ["lost_here", "lost here"],
    ],
  ],
  suppliers: [
    "supplier",
    [
      ["came", "came"],
      ["bad", "bad"],
    ],
  ],
  promises: [
    "month",
    [
      ["made", "promised"],
      ["kept", "kept"],
    ],
  ],
};

/** A table as a chart: bars, a line over the months, or a dot for each job. */
export function LearntChart({
  table,
  rows,
  lamp,
}: {
  table: keyof Experience;
  rows: readonly LearntRow[];
  lamp: Lamp;
}) {
  const inks = INKS[lamp];
  const axis = (title: string) => ({
    beginAtZero: true,
    title: { display: true, text: title, color: inks.ink },
    ticks: { color: inks.ink },
    grid: { color: inks.line },
  });
  const plain = { animation: false as const, maintainAspectRatio: false };
  if (table === "jobs") {
    const most = Math.max(...rows.map(({ estimate }) => Number(estimate)));
    return (
      <div style={{ height: 240 }}>
        <Scatter
          aria-label="Minutes that jobs took, over what was reckoned"
          data={{
            datasets: [
              {
                label: "a job",
                data: rows.map(({ estimate, minutes }) => ({
                  x: Number(estimate),
                  y: Number(minutes),
                })),
                backgroundColor: inks.mat,
                pointRadius: 4,
              },
              {
                label: "as reckoned",
                data: [
                  { x: 0, y: 0 },
                  { x: most, y: most },
                ],
                showLine: true,
                pointRadius: 0,
                borderColor: inks.copper,
                borderDash: [6, 5],
              },
            ],
          }}
          options={{
            ...plain,
            scales: { x: axis("minutes reckoned"), y: axis("minutes taken") },
            plugins: { legend: { labels: { color: inks.ink } } },
          }}
        />
      </div>
    );
  }
  const [name, columns] = DRAWN[table];
  const shown = table === "months" ? rows : rows.slice(0, MOST);
  const colours = [inks.mat, inks.copper];
  const data = {
    labels: shown.map((row) => String(row[name])),
    datasets: columns.map(([column, label], i) => ({
      label,
      data: shown.map((row) => Number(row[column])),
      backgroundColor: colours[i]!,
      borderColor: colours[i]!,
    })),
  };
  const legend = { legend: { display: columns.length > 1, labels: { color: inks.ink } } };
  const value = columns.map(([, label]) => label).join(", ");
  return (
    <div style={{ height: table === "months" ? 240 : 70 + 34 * shown.length * columns.length }}>
      {table === "months" ? (
        <Line
          aria-label={`By month: ${value}`}
          data={data}
          options={{ ...plain, scales: { x: axis("month"), y: axis(value) }, plugins: legend }}
        />
      ) : (
        <Bar
          aria-label={`By ${name}: ${value}`}
          data={data}
          options={{
            ...plain,
            indexAxis: "y",
            scales: {
              x: axis(value),
              y: { ticks: { color: inks.ink }, grid: { color: inks.line } },
            },
            plugins: legend,
          }}
        />
      )}
    </div>
  );
}
