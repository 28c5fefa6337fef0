export {
  addStock,
  allStock,
  moveStock,
  movesOfStock,
  stockItem,
  stockOfCodes,
} from "./stock.server.ts";
