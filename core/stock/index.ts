export { readStockItem, shelfItems, tooFew, type NewStockItem, type StockItem } from "./stock.ts";
