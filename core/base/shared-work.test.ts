import { SharedWork } from "./shared-work.ts";

/** Work that ends when it is told to, and says whether it was. */
function slow() {
  let begun = 0;
  const ends: ((value: string) => void)[] = [];
  const begin = (ended: AbortSignal): Promise<string> => {
    begun += 1;
    const mine = begun;
    return new Promise((resolve) => {
      ends.push(() => resolve(`done ${mine}`));
      ended.addEventListener("abort", () => resolve(`ended ${mine}`));
    });
  };
  return { begin, begun: () => begun, end: () => ends.at(-1)!("") };
}

test("what several ask for is begun once, and all get it", async () => {
  const work = new SharedWork<string>();
  const { begin, begun, end } = slow();
  const both = [work.ask("a", begin), work.ask("a", begin)];
  end();
  expect(await Promise.all(both)).toEqual(["done 1", "done 1"]);
  expect(begun()).toBe(1);
  // It is not kept: the next asker begins anew.
  const next = work.ask("a", begin);
  end();
  expect(await next).toBe("done 2");
});

test("it ends when the last asker has left, not before", async () => {
  const work = new SharedWork<string>();
  const { begin, end } = slow();
  const [first, second] = [new AbortController(), new AbortController()];
  const one = work.ask("a", begin, first.signal);
  const other = work.ask("a", begin, second.signal);
  first.abort();
  end();
  expect(await Promise.all([one, other])).toEqual(["done 1", "done 1"]);
  second.abort();

  const [third, fourth] = [new AbortController(), new AbortController()];
  const left = [work.ask("a", begin, third.signal), work.ask("a", begin, fourth.signal)];
  third.abort();
  fourth.abort();
  expect(await Promise.all(left)).toEqual(["ended 2", "ended 2"]);
});

test("somebody who stays keeps it going, whoever leaves", async () => {
  const work = new SharedWork<string>();
  const { begin, end } = slow();
  const leaver = new AbortController();
  const kept = work.ask("a", begin);
  const left = work.ask("a", begin, leaver.signal);
  leaver.abort();
  end();
  expect(await Promise.all([kept, left])).toEqual(["done 1", "done 1"]);
});

test("who asks after all have left begins anew; who had left before asking counts for nobody", async () => {
  const work = new SharedWork<string>();
  const { begin, begun, end } = slow();
  const leaver = new AbortController();
  const left = work.ask("a", begin, leaver.signal);
  leaver.abort();
  const next = work.ask("a", begin);
  end();
  expect(await left).toBe("ended 1");
  expect(await next).toBe("done 2");
  expect(await work.ask("b", begin, AbortSignal.abort())).toBe("ended 3");
  expect(begun()).toBe(3);
});

test("what fails fails for all who asked, and is begun anew by the next", async () => {
  const work = new SharedWork<string>();
  const broken = () => Promise.reject(new Error("broken"));
  const both = [work.ask("a", broken), work.ask("a", broken)];
  for (const one of both) await expect(one).rejects.toThrow("broken");
  expect(await work.ask("a", () => Promise.resolve("well"))).toBe("well");
});
