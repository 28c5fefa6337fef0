import { reactRouter } from "@react-router/dev/vite";
import { defineConfig } from "vite";
import { validators } from "./scripts/validators/plugin.ts";

export default defineConfig({
  plugins: [reactRouter(), validators()],
  worker: { format: "es", plugins: () => [validators()] },
  server: { strictPort: true },
  build: { chunkSizeWarningLimit: 900, manifest: true },
});
