export { arrive, askSupplier, orderParts, undoArrival } from "./orders.server.ts";
