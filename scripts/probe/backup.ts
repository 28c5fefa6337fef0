import { spawn, spawnSync } from "node:child_process";
import { mkdtempSync, readdirSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { verifyCopy } from "../../data/backup/index.server.ts";
import { openDatabase } from "../../data/database/index.server.ts";
import { demoShop, ms, print, quantile, root, startServer } from "../measure/report.ts";
import { tickBeside } from "./beside.ts";

const command = (name: string, args: readonly string[]) =>
  spawnSync("npx", ["tsx", "cli/backup.ts", ...(name === "restore" ? ["restore"] : []), ...args], {
    cwd: root,
    encoding: "utf8",
  });

/** Gives how many things are wrong with: back-ups while a bench ticks; a restore while it runs (refused) and after; counts compared. */
export async function probeBackup(): Promise<number> {
  const data = demoShop();
  const to = mkdtempSync(path.join(tmpdir(), "bench-probe-backup-"));
  const server = await startServer(data, 4698);
  const times = await tickBeside(server, 20, async () => {
    for (let i = 0; i < 3; i++) {
      const child = spawn("npx", ["tsx", "cli/backup.ts", "--to", to, "--data", data], {
        cwd: root,
      });
      await new Promise((resolve) => child.once("exit", resolve));
      // A back-up is named by its second.
      await new Promise((resolve) => setTimeout(resolve, 1100));
    }
  });
  const copies = readdirSync(to)
    .filter((name) => name.endsWith("Z"))
    .sort();
  const last = path.join(to, copies.at(-1) ?? "none");
  const refused = command("restore", ["--from", last, "--data", data]);
  server.process.kill("SIGKILL");
  await new Promise((resolve) => server.process.once("exit", resolve));
  const unlike: string[] = [];
  for (const name of copies) {
    const from = path.join(to, name);
    const copy = await verifyCopy(from);
    const restored = command("restore", ["--from", from, "--data", data]);
    const again = await openDatabase(data);
    const found = await again.standing();
    await again.close();
    const isAsItWas = restored.status === 0 && copy.ok && found.count === copy.value.mark.count;
    if (!isAsItWas) unlike.push(name);
  }
  const isRefused = refused.status !== 0;
  print(
    `- **back-up**: ${copies.length} copies while a bench ticked (${times.length} ticks, p95 ${ms(quantile(times, 0.95))} ms); ` +
      `restore while the server ran: ${isRefused ? "refused" : "NOT refused"}; each restored after it: ` +
      `${unlike.length === 0 ? "as it was" : `${unlike.length} NOT as they were`}`,
  );
  return [copies.length === 3, isRefused, unlike.length === 0].filter((isGood) => !isGood).length;
}
