import { measureLoad } from "./measure-bench.ts";
await measureLoad(console.log as never);
