import { defineConfig } from "vite";

/** The service worker: one file at the root, beside the pages it opens without the server. */
export default defineConfig({
  publicDir: false,
  build: {
    outDir: "build/client",
    emptyOutDir: false,
    rollupOptions: {
      input: "app/offline/service-worker.ts",
      output: { entryFileNames: "sw.js", format: "iife" },
    },
  },
});
