import { parseArgs } from "node:util";
import { openShop } from "../shop/open.server.ts";
import { rebuild } from "../shop/rebuild.server.ts";

/** `npm run rebuild -- --data FOLDER`: makes lists, counts and learnt minutes anew from the ledgers. */
const { values } = parseArgs({ options: { data: { type: "string" } } });
if (values.data === undefined) {
  console.error("say which data folder: npm run rebuild -- --data FOLDER");
  process.exit(1);
}
const { db } = await openShop(values.data);
const tickets = await rebuild(db, (done) => {
  if (done % 1000 === 0) console.log(`  ${done} tickets`);
});
console.log(`  ${tickets} tickets gone through; lists, counts and learnt minutes are made anew`);
await db.close();
