import sharp from "sharp";
import { ask, demoShop, ms, print, quantile, startServer } from "../measure/report.ts";
import { tickBeside } from "./beside.ts";

const PICTURES = 12;

/** Twelve large pictures at once, while a bench ticks. */
export async function probePhotos(): Promise<void> {
  const server = await startServer(demoShop(), 4695);
  const [width, height] = [4000, 3000];
  const noise = Buffer.alloc(width * height * 3);
  for (let i = 0; i < noise.length; i++) noise[i] = (i * 2654435761) >>> 24;
  const picture = await sharp(noise, { raw: { width, height, channels: 3 } })
    .jpeg({ quality: 90 })
    .toBuffer();
  const start = performance.now();
  let statuses: readonly number[] = [];
  const times = await tickBeside(server, 20, async () => {
    statuses = await Promise.all(
      Array.from({ length: PICTURES }, async (_, i) => {
        const form = new FormData();
        form.set("step", "intake");
        form.set("photo", new Blob([Buffer.concat([picture, Buffer.from(String(i))])]), "p.jpg");
        const answer = await ask(`${server.url}/tickets/1008/photos`, {
          method: "POST",
          body: form,
        });
        await answer.text();
        return answer.status;
      }),
    );
  });
  server.process.kill();
  print(
    `- **pictures**: ${PICTURES} of ${(picture.length / 1e6).toFixed(1)} MB at once, kept in ${ms((performance.now() - start) / 1000)} s ` +
      `(${statuses.filter((status) => status === 200).length} kept); ticks meanwhile ${times.length}: p50 ${ms(quantile(times, 0.5))} ms, ` +
      `p95 ${ms(quantile(times, 0.95))} ms, worst ${ms(Math.max(...times))} ms (target p95 < 50)`,
  );
}
