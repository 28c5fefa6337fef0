export { arrive, askSupplier, orderParts } from "./orders.server.ts";
