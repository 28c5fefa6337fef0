export { supplierHere } from "./supplier.server.ts";
