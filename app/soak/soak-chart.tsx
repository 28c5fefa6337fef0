import { Chart, Legend, LinearScale, LineElement, PointElement, Tooltip } from "chart.js";
import { Line } from "react-chartjs-2";
import type { Reading } from "../../core/soak/index.ts";
import { INKS, TEXT, type Lamp } from "../ui/theme.ts";

Chart.register(LinearScale, LineElement, PointElement, Legend, Tooltip);
Chart.defaults.font.family = TEXT;
Chart.defaults.font.size = 15;

export interface Curve {
  readonly name: string;
  readonly readings: readonly Reading[];
}

/** Rise over the room per watt, over the minutes under load: before dashed, after solid. */
export function SoakChart({
  curves,
  minutes,
  lamp,
}: {
  curves: readonly Curve[];
  /** How long the run is to be: the axis is there before the first reading. */
  minutes: number;
  lamp: Lamp;
}) {
  const inks = INKS[lamp];
  const colors = [inks.soft, inks.copper];
  return (
    <Line
      aria-label="Rise over the room per watt"
      data={{
        datasets: curves.map(({ name, readings }, i) => ({
          label: name,
          data: readings.map(({ t, celsius, ambient, watts }) => ({
            x: t / 60,
            y: (celsius - ambient) / Math.max(1, watts),
          })),
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
            type: "linear",
            min: 0,
            suggestedMax: minutes,
            title: { display: true, text: "minutes under load", color: inks.ink },
            ticks: { color: inks.ink, maxTicksLimit: 8 },
            grid: { color: inks.line },
          },
          y: {
            title: { display: true, text: "°C over the room, per watt", color: inks.ink },
            beginAtZero: true,
            suggestedMax: 2,
            ticks: { color: inks.ink },
            grid: { color: inks.line },
          },
        },
        plugins: { legend: { labels: { color: inks.ink } } },
      }}
    />
  );
}
