import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vitest/config'

/** A running server, for `npm run dev`: the page is served here and reloaded as it is written, the rest comes from there. */
const server = process.env.ENTRADA_URL ?? 'http://127.0.0.1:8460'

export default defineConfig({
  plugins: [vue()],
  server: { proxy: { '^/(api|feeds|actuator)/': { target: server, changeOrigin: true } } },
  build: { outDir: 'dist', emptyOutDir: true, target: 'es2022' },
  css: {
    preprocessorOptions: {
      scss: {
        quietDeps: true,
        silenceDeprecations: ['import', 'global-builtin', 'color-functions', 'if-function'],
      },
    },
  },
  test: { environment: 'jsdom', include: ['src/**/*.spec.ts'] },
})
