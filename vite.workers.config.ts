import { defineConfig } from "vite";

/** The server's workers: the core's own code, one file each, run by the pool in shop/plan. */
export default defineConfig({
  publicDir: false,
  build: {
    ssr: true,
    outDir: "build/workers",
    emptyOutDir: true,
    rollupOptions: { input: { "plan-worker": "shop/plan/plan-worker.ts" } },
  },
});
