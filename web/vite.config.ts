import vue from "@vitejs/plugin-vue";
import { defineConfig } from "vitest/config";

export default defineConfig({
  plugins: [
    vue(),
    {
      // every browser that runs this reads woff2: the older copies of KaTeX's fonts would only be carried along
      name: "woff2-only",
      enforce: "pre",
      transform(code, id) {
        if (!id.includes("katex.min.css") && !id.includes("@fontsource")) return null;
        return code.replace(/,\s*url\([^)]*\.(?:woff|ttf)\)\s*format\(["'](?:woff|truetype)["']\)/g, "");
      },
    },
  ],
  test: { css: true }, // a test reads the tokens of colours
  server: { proxy: { "/api": { target: "http://127.0.0.1:8765", ws: true } } },
  build: { target: "es2022", chunkSizeWarningLimit: 800 },
});
