import { createServer, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import { httpSupplier } from "../data/supply/supplier.server.ts";
import { startSupplier, type Supplier } from "./supplier.ts";

let supplier: Supplier;
beforeAll(async () => {
  supplier = await startSupplier("guides");
});
beforeEach(() => supplier.mood({}));
afterAll(() => supplier.close());

const asked = () => httpSupplier("north", supplier.url);
const post = (way: string, body: string, method = "POST") =>
  fetch(`${supplier.url}${way}`, { method, body, headers: { "Content-Type": "application/json" } });

test("it has things under the codes that it is asked for, and none under others", async () => {
  const items = await asked().items(["TN15-FN", "nobody's"]);
  expect(items.ok && items.value.map(({ code, condition }) => [code, condition])).toEqual([
    ["TN15-FN", "new"],
    ["TN15-FN", "used"],
    ["TN15-FN", "pulled"],
  ]);
  expect(await asked().items([])).toEqual({ ok: true, value: [] });
});

test("the same reference twice is one order; it says when it comes", async () => {
  const first = await asked().order("TN15-FN/new", "a-1");
  expect(await asked().order("TN15-FN/new", "a-1")).toEqual(first);
  const other = await asked().order("TN15-FN/new", "a-2");
  expect(other.ok && first.ok && other.value.order !== first.value.order).toBe(true);
  if (!first.ok) return;
  const { order, days, late } = first.value;
  supplier.mood({ late: 3 });
  expect(await asked().lookUp(order)).toEqual({
    ok: true,
    value: { order, days: days + 3, late: late + 3 },
  });
});

test.each([
  ["failing", { failing: true }, "away"],
  ["sold out", { out: ["TN15-FN"] }, "sold-out"],
] as const)("%s is told", async (_, mood, type) => {
  supplier.mood(mood);
  expect(await asked().order("TN15-FN/new", "b")).toEqual({ ok: false, error: { type } });
});

test("what is out is there with none left", async () => {
  supplier.mood({ out: ["TN15-FN"] });
  const items = await asked().items(["TN15-FN"]);
  expect(items.ok && items.value.every(({ stock }) => stock === 0)).toBe(true);
});

test("what nobody has cannot be ordered, nor looked up", async () => {
  expect(await asked().order("gone", "c")).toMatchObject({ error: { type: "away" } });
  expect(await asked().lookUp("gone")).toMatchObject({ error: { type: "away" } });
});

test.each([
  ["/items", "{}", 400],
  ["/items", '{"codes": 3}', 400],
  ["/items", "no JSON", 400],
  ["/orders", "{}", 404],
])("%s with %s is refused: %d", async (way, body, status) => {
  expect((await post(way, body)).status).toBe(status);
});

test("only what it can be told is taken", async () => {
  expect((await post("/mood", '{"late": -1}', "PUT")).status).toBe(400);
  expect((await post("/mood", '{"angry": true}', "PUT")).status).toBe(400);
  expect((await post("/mood", '{"late": 2}', "PUT")).status).toBe(200);
});

describe("another one in its place", () => {
  let server: Server;
  let body = "";
  let url = "";
  beforeAll(async () => {
    server = createServer((_request, response) => response.end(body));
    await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
    url = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  });
  afterAll(() => new Promise((resolve) => server.close(resolve)));

  test.each([
    ["no JSON", "<html>"],
    ["another shape", '{"items": [{"id": 1}]}'],
    ["money that is no whole cents", '{"items": [{"id": "a", "price": 1.5}]}'],
    ["far too much", `{"items": []}${" ".repeat(4_000_001)}`],
    ["nothing", ""],
  ])("that answers with %s", async (_, said) => {
    body = said;
    expect(await httpSupplier("odd", url).items(["x"])).toEqual({
      ok: false,
      error: { type: "odd-answer" },
    });
  });

  test("that is not there", async () => {
    expect(await httpSupplier("none", "http://127.0.0.1:9").items(["x"])).toEqual({
      ok: false,
      error: { type: "away" },
    });
  });
});

test("an answer that leads elsewhere is not followed, and one without end is not read to its end", async () => {
  let followed = false;
  let sent = 0;
  const server = createServer((request, response) => {
    if (request.url === "/elsewhere") followed = true;
    if (request.url === "/orders/long") {
      response.writeHead(200, { "Content-Type": "application/json" });
      const more = (): void => {
        sent += 1;
        if (sent < 1_000 && !response.destroyed) response.write("x".repeat(100_000), more);
        else response.end();
      };
      return more();
    }
    response.writeHead(302, { Location: "/elsewhere" }).end();
  });
  await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
  const { port } = server.address() as { port: number };
  const away = httpSupplier("north", `http://127.0.0.1:${port}`);
  expect(await away.lookUp("x")).toEqual({ ok: false, error: { type: "away" } });
  expect(followed).toBe(false);
  expect(await away.lookUp("long")).toEqual({ ok: false, error: { type: "odd-answer" } });
  expect(sent).toBeLessThan(500);
  server.closeAllConnections();
  await new Promise((resolve) => server.close(resolve));
});
