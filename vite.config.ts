import { reactRouter } from "@react-router/dev/vite";
import { defineConfig } from "vite";

export default defineConfig({
  plugins: [reactRouter()],
  server: { strictPort: true },
  build: { chunkSizeWarningLimit: 900, manifest: true },
});
