import { type ChildProcess, fork } from "node:child_process";
import { createServer } from "node:net";

type Environment = Readonly<Record<string, string>>;

/** What a server that runs is told anew without a new start. */
const CAN_CHANGE = new Set(["BENCH_SUPPLIER"]);

/** A production server on a port of its own, that opens one data folder after the other. */
export class Server {
  private process: ChildProcess | undefined;
  private bootedWith = "";
  /** What it printed since it was started. */
  said = "";

  private constructor(readonly port: number) {}

  static async make(): Promise<Server> {
    return new Server(await freePort());
  }

  /** Opens a folder: a server that runs changes over to it, where it may; else it is started. */
  async open(folder: string, more: Environment): Promise<void> {
    const boot = JSON.stringify(Object.entries(more).filter(([name]) => !CAN_CHANGE.has(name)));
    if (this.isRunning && boot !== this.bootedWith) await this.kill();
    if (this.isRunning) return this.tell({ ...more, BENCH_DATA: folder });
    this.bootedWith = boot;
    await this.start(folder, more);
  }

  private get isRunning(): boolean {
    return this.process?.exitCode === null && this.process.signalCode === null;
  }

  /** Lets go of its folder, so that it can be taken away. */
  async close(): Promise<void> {
    if (this.isRunning) await this.tell({});
  }

  /** What it is told to open; nothing more when no folder is named. */
  private tell(env: Environment): Promise<void> {
    const server = this.process!;
    return new Promise((resolve, reject) => {
      server.once("message", (said: { readonly error?: string }) =>
        said.error === undefined ? resolve() : reject(new Error(said.error)),
      );
      server.send(env);
    });
  }

  private async start(folder: string, more: Environment): Promise<void> {
    const server = fork("e2e/serve.mjs", {
      env: {
        ...process.env,
        ...more,
        NODE_ENV: "production",
        BENCH_LOG: "error",
        PORT: String(this.port),
        BENCH_DATA: folder,
      },
      stdio: ["ignore", "pipe", "pipe", "ipc"],
      execArgv: [],
    });
    this.process = server;
    await new Promise<void>((resolve, reject) => {
      this.said = "";
      const hear = (chunk: Buffer): void => {
        this.said += chunk.toString();
        if (this.said.includes("open http")) resolve();
      };
      server.stdout!.on("data", hear);
      server.stderr!.on("data", hear);
      server.once("exit", (code) => reject(new Error(`server ended (${code}): ${this.said}`)));
    });
  }

  /** As when the power goes: no goodbye. */
  kill(): Promise<void> {
    return this.stop("SIGKILL");
  }

  /** As when it is stopped in order. */
  end(): Promise<void> {
    return this.stop("SIGTERM");
  }

  private async stop(signal: "SIGKILL" | "SIGTERM"): Promise<void> {
    const server = this.process;
    this.process = undefined;
    if (!server || server.exitCode !== null || server.signalCode !== null) return;
    const gone = new Promise((resolve) => server.once("exit", resolve));
    server.kill(signal);
    await gone;
  }
}

function freePort(): Promise<number> {
  return new Promise((resolve) => {
    const probe = createServer();
    probe.listen(0, "127.0.0.1", () => {
      const address = probe.address();
      probe.close(() => resolve(typeof address === "object" && address ? address.port : 0));
    });
  });
}
