import {
  CategoryScale,
  Chart,
  Legend,
  LinearScale,
  LineElement,
  PointElement,
  Tooltip,
} from "chart.js";
import { Line } from "react-chartjs-2";
import type { Reading } from "../../core/soak/index.ts";
import { INKS, TEXT, type Lamp } from "../ui/theme.ts";

Chart.register(CategoryScale, LinearScale, LineElement, PointElement, Legend, Tooltip);
Chart.defaults.font.family = TEXT;
Chart.defaults.font.size = 15;

export interface Curve {
  readonly name: string;
  readonly readings: readonly Reading[];
}

/** Rise over the room for each watt, second by second: before dashed, after solid. */
export function SoakChart({ curves, lamp }: { curves: readonly Curve[]; lamp: Lamp }) {
  const inks = INKS[lamp];
  const longest = Math.max(0, ...curves.map(({ readings }) => readings.length));
  const colors = [inks.soft, inks.copper];
  return (
    <Line
      aria-label="Rise over the room for each watt"
      data={{
        labels: Array.from({ length: longest }, (_, i) => i),
        datasets: curves.map(({ name, readings }, i) => ({
          label: name,
          data: readings.map(
            ({ celsius, ambient, watts }) => (celsius - ambient) / Math.max(1, watts),
          ),
          borderColor: colors[i % 2]!,
          backgroundColor: colors[i % 2]!,
          borderWidth: 2.5,
          borderDash: i === 0 && curves.length > 1 ? [6, 5] : [],
          pointRadius: 0,
        })),
      }}
      options={{
        animation: false,
        maintainAspectRatio: false,
        scales: {
          x: {
            title: { display: true, text: "seconds under load" },
            ticks: { color: inks.ink, maxTicksLimit: 8 },
            grid: { color: inks.line },
          },
          y: {
            title: { display: true, text: "°C over the room, per watt" },
            beginAtZero: true,
            ticks: { color: inks.ink },
            grid: { color: inks.line },
          },
        },
        plugins: { legend: { labels: { color: inks.ink } } },
      }}
    />
  );
}
