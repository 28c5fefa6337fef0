import { askOnce, type Asked } from "./use-worker.ts";

/** A worker that only says when it was ended. */
class StandIn {
  isEnded = false;
  onerror: ((event: unknown) => void) | undefined;
  onmessageerror: (() => void) | undefined;
  addEventListener(): void {}
  removeEventListener(): void {}
  postMessage(): void {}
  terminate(): void {
    this.isEnded = true;
  }
}

function asked(answer: Promise<number>) {
  const worker = new StandIn();
  const heard: Asked<number>[] = [];
  const end = askOnce<object, string, number>(
    () => worker as unknown as Worker,
    () => answer,
    "question",
    (one) => heard.push(one),
  );
  return { worker, heard, end };
}
const settled = () => new Promise((resolve) => setTimeout(resolve, 0));

test("an answer ends the worker", async () => {
  const { worker, heard } = asked(Promise.resolve(4));
  await settled();
  expect(heard).toEqual([{ state: "done", value: 4 }]);
  expect(worker.isEnded).toBe(true);
});

test("a worker that dies, or throws, is told once", async () => {
  const dead = asked(new Promise(() => undefined));
  dead.worker.onerror?.({});
  dead.worker.onmessageerror?.();
  expect(dead.heard).toEqual([{ state: "failed" }]);
  const thrown = asked(Promise.reject(new Error("no")));
  await settled();
  expect(thrown.heard).toEqual([{ state: "failed" }]);
});

test("who leaves hears nothing more", async () => {
  const { worker, heard, end } = asked(Promise.resolve(4));
  end();
  await settled();
  expect(heard).toEqual([]);
  expect(worker.isEnded).toBe(true);
});
