import { createServer } from "node:http";
import type { AddressInfo } from "node:net";
import { execFileSync } from "node:child_process";
import { mkdtempSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { request as playwright } from "@playwright/test";
import { ROLES } from "../core/people/index.ts";
import { PINS } from "../demo/scenario.ts";
import { violations } from "./checker.ts";
import {
  choose,
  expect,
  hydrated,
  openBench,
  onward,
  post,
  press,
  ready,
  type Shop,
  stepLine,
  test,
  workAs,
  key,
} from "./shop.ts";

test("nobody sees a page who is not signed in; a name and its PIN lead back to it", async ({
  page,
  shop,
  calm,
}) => {
  calm.expected.push(/status of 403/);
  await page.context().clearCookies();
  await page.goto(`${shop.url}/tickets/1008`);
  await expect(page).toHaveURL(/\/sign-in\?to=%2Ftickets%2F1008/);
  await hydrated(page);
  expect(await violations(page)).toEqual([]);
  await page.getByRole("radio", { name: /^Tobin Harrow/ }).click();
  expect(await violations(page)).toEqual([]);
  await page.keyboard.type("1111");
  await expect(page.getByText("That is not this person's PIN.")).toBeVisible();
  for (const digit of "5280") await page.getByRole("button", { name: digit, exact: true }).click();
  await expect(page).toHaveURL(`${shop.url}/tickets/1008`);
  await page.getByRole("button", { name: "Who is working: Tobin Harrow" }).click();
  await page.getByRole("button", { name: "Sign Tobin Harrow out" }).click();
  await expect(page).toHaveURL(/sign-in/);
  expect((await page.request.get(`${shop.url}/tickets/1008/pack`)).status()).toBe(401);
});

test("a bench is handed over in a name and four taps, and stays at its step; each tick is its maker's", async ({
  page,
  shop,
}) => {
  await openBench(page, shop, "1007");
  await onward(page);
  const line = (await stepLine(page).textContent())!;
  await workAs(page, "Tobin Harrow");
  await expect(stepLine(page)).toHaveText(line);
  await onward(page);
  const pack = await page.request.get(`${shop.url}/tickets/1007/pack`);
  expect(pack.status()).toBe(200);
  const sent = page.waitForRequest(/\/tickets\/1007\/events/);
  await page.keyboard.press("Space");
  expect((await sent).postDataJSON()).toMatchObject({ by: "tobin" });
  await ready(page);
});

test("what may not be done is not offered, says who may, and is refused at the door", async ({
  page,
  shop,
}) => {
  await shop.signIn(page, "pim");
  await page.goto(shop.url);
  await hydrated(page);
  await expect(page.getByRole("link", { name: "All tickets" }).first()).toBeVisible();
  await expect(page.getByRole("link", { name: /Take a machine in/ })).toHaveCount(0);
  await page.goto(`${shop.url}/tickets/1008`);
  await expect(
    page.getByText(
      "Only the lead, a technician or the front desk may settle this with the customer.",
    ),
  ).toBeVisible();
  await shop.signIn(page, "ysolde");
  await openBench(page, shop, "1007");
  await key(page, "y");
  await expect(
    page.getByText("Only the lead, a technician or a learner may write steps at the bench."),
  ).toBeVisible();
});

/** What each role hears at each door that writes: 403 is a door that is shut for it. */
const DOORS: readonly (readonly [string, string, object, readonly string[]])[] = [
  ["take-in", "/tickets/new", { form: { customer: "A" } }, []],
  ["decide", "/tickets/1008", { form: { decision: "no" } }, ["learner"]],
  ["order", "/tickets/1035/orders", { data: { id: "x-12345678", does: "order" } }, ["learner"]],
  ["price", "/tickets/1034/quotes", { data: { id: "x", offers: [], hand: [] } }, ["learner"]],
  [
    "change-job",
    "/tickets/1007/job",
    { form: { for: "fan", new: "", open: "", off: "" } },
    ["front-desk", "learner"],
  ],
  [
    "stock",
    "/stock",
    { data: { id: "x", does: "restock", stock: "gone", change: 1, why: "" } },
    ["learner"],
  ],
  [
    "rates",
    "/shop",
    { data: { id: "x", rates: RATES() } },
    ["technician", "front-desk", "learner"],
  ],
  [
    "rates",
    "/setup",
    { data: { id: "x", does: "about", about: { name: "Oakes", address: "", phone: "" } } },
    ["technician", "front-desk", "learner"],
  ],
  [
    "release",
    "/tickets/1008/deeds",
    { data: { id: "x-r", deed: { kind: "reversed", payment: "gone", why: "none" } } },
    ["technician", "learner"],
  ],
  [
    "people",
    "/people",
    { data: { id: "x", does: "add", name: "New", role: "learner" } },
    ["technician", "front-desk", "learner"],
  ],
  [
    "customer",
    "/customer-data",
    { data: { id: "x", customer: "gone" } },
    ["technician", "front-desk", "learner"],
  ],
  ["guide", "/guides/marrowby-tern-15/answers", { data: [] }, ["front-desk", "learner"]],
];
function RATES() {
  return {
    hour: 6000,
    finding: 3000,
    tax: 0.2,
    deposit: 0.5,
    worth: 0.5,
    holds: 14,
    warranty: 180,
    careful: 2,
  };
}

test("every role at every door that writes: open to those in the table of rights, shut to the others and to nobody", async ({
  page,
  shop,
}) => {
  const PERSON = { lead: "mirel", technician: "tobin", "front-desk": "ysolde", learner: "pim" };
  for (const role of ROLES) {
    await shop.signIn(page, PERSON[role]);
    for (const [doing, place, body, shut] of DOORS) {
      const { status, text } = await said(page, shop, place, body);
      const isShut = status === 403;
      expect([doing, role, isShut, isShut ? text : ""]).toEqual([
        doing,
        role,
        shut.includes(role),
        shut.includes(role) ? expect.stringMatching(/Only the lead/) : "",
      ]);
      expect(status).toBeLessThan(500);
    }
  }
  await page.context().clearCookies();
  for (const [doing, place, body] of DOORS) {
    expect([doing, (await said(page, shop, place, body)).status]).toEqual([doing, 401]);
  }
});

async function said(page: Parameters<typeof post>[0], shop: Shop, place: string, body: object) {
  const answer = await post(page, `${shop.url}${place}`, { ...body, maxRedirects: 0 });
  return { status: answer.status(), text: await answer.text() };
}

test("another web page, in the same browser, writes nothing", async ({ page, shop, calm }) => {
  calm.expected.push(/status of 403/, /blocked by CORS/, /Failed to load/, /net::ERR/);
  const other = createServer((_, response) => {
    response.setHeader("Content-Type", "text/html");
    response.end(`<form id="f" method="post" action="${shop.url}/tickets/1008">
      <input name="decision" value="no"></form>`);
  });
  await new Promise<void>((resolve) => other.listen(0, "127.0.0.1", resolve));
  const { port } = other.address() as AddressInfo;
  const before = await (await page.request.get(`${shop.url}/tickets/1008/pack`)).body();
  await page.goto(`http://localhost:${port}/`);
  const tries = await page.evaluate(async (url) => {
    const kinds = ["text/plain", "application/x-www-form-urlencoded"];
    const event = {
      id: "cross-site-1",
      at: "2026-01-01T08:00:00Z",
      entry: { do: "swap" },
      after: 0,
    };
    for (const type of kinds) {
      await fetch(`${url}/tickets/1007/events`, {
        method: "POST",
        mode: "no-cors",
        credentials: "include",
        headers: { "Content-Type": type },
        body: JSON.stringify(event),
      }).catch(() => undefined);
    }
    return fetch(`${url}/tickets/1007/pack`, { credentials: "include" }).then(
      () => "read",
      () => "not read",
    );
  }, shop.url);
  expect(tries).toBe("not read");
  const [answer] = await Promise.all([
    page.waitForResponse((one) => one.request().method() === "POST"),
    page.evaluate(() => (document.getElementById("f") as HTMLFormElement).submit()),
  ]);
  expect(answer.status()).toBe(403);
  expect(await (await page.request.get(`${shop.url}/tickets/1008/pack`)).body()).toEqual(before);
  other.close();
});

test("the lead adds somebody with a PIN, who comes in with it and is out when they have left", async ({
  page,
  shop,
}) => {
  await page.goto(`${shop.url}/shop`);
  await hydrated(page);
  await page.getByLabel("Somebody new").fill("Jory Lund");
  await choose(page, "What they are", "Front desk");
  await page.getByRole("button", { name: "Add, with a PIN" }).click();
  const told = page.getByText(/^Jory Lund signs in with PIN/);
  await expect(told).toBeVisible();
  const pin = /PIN (\d{6})/.exec((await told.textContent())!)![1]!;
  await page.getByRole("button", { name: "Who is working: Mirel Oakes" }).click();
  await page.getByRole("radio", { name: /^Jory Lund/ }).click();
  await page.keyboard.type(pin);
  await expect(page.getByRole("button", { name: "Who is working: Jory Lund" })).toBeVisible();
  await expect(page.getByRole("heading", { name: "People" })).toHaveCount(0);
  const there = await page.context().cookies();
  await shop.signIn(page, "mirel");
  await page.reload();
  await hydrated(page);
  await page.getByRole("button", { name: "Jory Lund has left" }).click();
  await expect(page.getByText("Jory Lund (has left)")).toBeVisible();
  await page.context().addCookies(there);
  await page.goto(shop.url);
  await expect(page).toHaveURL(/sign-in/);
  await expect(page.getByRole("radio", { name: /^Jory Lund/ })).toHaveCount(0);
});

test("the lead takes a passphrase in place of a PIN, and comes in by it", async ({
  page,
  shop,
}) => {
  await page.goto(shop.url);
  await hydrated(page);
  await page.getByRole("button", { name: "Who is working: Mirel Oakes" }).click();
  await page.getByRole("button", { name: "Change my PIN" }).click();
  await page.getByLabel("PIN you have now").fill(PINS["mirel"]!);
  const fresh = page.getByLabel("New PIN or passphrase", { exact: true });
  await fresh.fill("too short");
  await expect(page.getByText(/^A passphrase has 14 characters or more/)).toBeVisible();
  await fresh.fill("copper kettle on nine stairs");
  await page.getByLabel("New PIN or passphrase once more").fill("copper kettle on nine stairs");
  await page.getByRole("button", { name: "Change it" }).click();
  await expect(page.getByText("Your passphrase is changed.")).toBeVisible();
  await page.getByRole("button", { name: "Sign Mirel Oakes out" }).click();
  await expect(page).toHaveURL(/sign-in/);
  await hydrated(page);
  await page.getByRole("radio", { name: /^Mirel Oakes/ }).click();
  await page.getByLabel("Passphrase of Mirel Oakes").fill("copper kettle on nine stairs");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("button", { name: "Who is working: Mirel Oakes" })).toBeVisible();
});

test("a customer's data is handed out and erased; the repair stays without the name", async ({
  page,
  shop,
}) => {
  await page.goto(`${shop.url}/shop`);
  await hydrated(page);
  await page.getByLabel("Name or phone of the customer").fill("Odile");
  await expect(page.getByText(/^Odile Varn/).first()).toBeVisible();
  const file = page.waitForEvent("download");
  await page.getByRole("link", { name: "Hand out all that is kept of Odile Varn" }).click();
  expect((await file).suggestedFilename()).toBe("customer.json");
  await page.getByRole("button", { name: "Erase Odile Varn" }).click();
  await page.getByRole("button", { name: "Yes, erase Odile Varn for good" }).click();
  await expect(page.getByText(/The person is out of the record/)).toBeVisible();
  await page.goto(`${shop.url}/tickets`);
  await expect(page.getByText("Odile Varn")).toHaveCount(0);
});

test("under HTTPS the cookies are Secure, and browsers are told to stay with it", async ({
  shop,
}) => {
  const folder = mkdtempSync(path.join(tmpdir(), "bench-tls-"));
  const [key, cert] = [path.join(folder, "key.pem"), path.join(folder, "cert.pem")];
  const args = "req -x509 -newkey rsa:2048 -nodes -days 2 -subj /CN=localhost -keyout".split(" ");
  execFileSync("openssl", [...args, key, "-out", cert], { stdio: "ignore" });
  await shop.kill();
  shop.more = { BENCH_TLS_KEY: key, BENCH_TLS_CERT: cert };
  await shop.start();
  const secure = await playwright.newContext({ ignoreHTTPSErrors: true });
  const url = `https://127.0.0.1:${shop.port}`;
  const answer = await secure.post(`${url}/sign-in.data`, {
    form: { person: "tobin", pin: "5280", stay: "yes" },
    headers: { Origin: url },
  });
  expect(answer.status()).toBe(200);
  const cookies = answer.headersArray().filter(({ name }) => name.toLowerCase() === "set-cookie");
  expect(cookies).toHaveLength(2);
  for (const { value } of cookies) expect(value).toMatch(/HttpOnly; Secure; SameSite=Lax$/);
  expect(answer.headers()["strict-transport-security"]).toContain("max-age=31536000");
  expect((await secure.get(`${url}/tickets`)).status()).toBe(200);
  await secure.dispose();
});

test("keys do nothing at the bench while PINs are typed", async ({ page, shop }) => {
  await openBench(page, shop, "1007");
  const line = (await stepLine(page).textContent())!;
  await page.getByRole("button", { name: /^Who is working/ }).click();
  await page.getByRole("radio", { name: /^Tobin/ }).click();
  await page.keyboard.type("52");
  await page.keyboard.press("Escape");
  await expect(page.getByRole("dialog")).toHaveCount(0);
  await expect(stepLine(page)).toHaveText(line);
  await press(page, "y");
});
