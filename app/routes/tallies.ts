import { talliesOf } from "../../shop/guide/index.server.ts";
import { shop } from "../../shop/open.server.ts";

/** What the shop's written guides say of claims nobody has settled: asked for where questions are put. */
export async function loader() {
  return talliesOf((await shop()).db);
}
