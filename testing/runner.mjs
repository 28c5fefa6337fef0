import { createRunner } from "jest-light-runner";

/** What a worker says once, to be told which tests and how. */
const ASKS = "jest-light-runner-get-worker-data";

/**
 * Jest's light runner in processes of their own. Its workers share one line on which they ask for their settings: one
 * that starts while another asks is answered before it listens, and waits for ever. Here each task has its own line.
 */
export default class extends createRunner({ runtime: "child_process" }) {
  constructor(...settings) {
    super(...settings);
    const told = (projectConfig) => ({
      type: "jest-light-runner-worker-data",
      workerData: { globalConfig: this._globalConfig, projectConfig, runtime: this._runtime },
    });
    this._testRunners = new (class extends Map {
      set(projectConfig, { pool, run }) {
        if (!("threads" in pool)) return super.set(projectConfig, { pool, run });
        const own = (test) => pool.run(test.path, { channel: lineTo(told(projectConfig)) });
        return super.set(projectConfig, { pool, run: own });
      }
    })();
  }
}

/** A line on which one worker is answered. */
function lineTo(answer) {
  let tell;
  return {
    onMessage: (listener) => (tell = listener),
    postMessage: (message) => message === ASKS && tell(answer),
  };
}
