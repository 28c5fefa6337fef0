import { defineConfig } from "vite";

/** What runs beside the pages: the server's doors, and its workers, one file each. */
export default defineConfig({
  publicDir: false,
  build: {
    ssr: true,
    outDir: "build/workers",
    emptyOutDir: true,
    rollupOptions: {
      input: { "plan-worker": "shop/plan/plan-worker.ts", serve: "server/serve.ts" },
    },
  },
});
