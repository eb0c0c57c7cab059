import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

export default defineConfig({
  base: "/static/",
  plugins: [react(), tailwindcss()],
  // The server puts each answer's nonce in its place.
  html: { cspNonce: "__CSP_NONCE__" },
  build: { chunkSizeWarningLimit: 900, assetsInlineLimit: 0 },
});
