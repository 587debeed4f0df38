import vue from '@vitejs/plugin-vue'
import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { brotliCompressSync, gzipSync } from 'node:zlib'
import type { Plugin } from 'vite'
import { defineConfig } from 'vitest/config'

/** A running server, for `npm run dev`: the page is served here and reloaded as it is written, the rest comes from there. */
const server = process.env.ENTRADA_URL ?? 'http://127.0.0.1:8460'

/** From here on it is worth compressing. */
const WORTH = 1024

/** Lays a compressed copy beside each script and style, once and as small as it gets, instead of at every call. */
const compressed: Plugin = {
  name: 'compressed',
  apply: 'build',
  writeBundle(options, bundle) {
    for (const name of Object.keys(bundle).filter((each) => /\.(js|css|svg)$/.test(each))) {
      const path = join(options.dir!, name)
      const plain = readFileSync(path)
      if (plain.length < WORTH) continue
      writeFileSync(`${path}.br`, brotliCompressSync(plain))
      writeFileSync(`${path}.gz`, gzipSync(plain, { level: 9 }))
    }
  },
}

export default defineConfig({
  plugins: [vue(), compressed],
  // the guide and its pictures lie beside the page's own folder
  server: {
    fs: { allow: ['.', '../docs'] },
    proxy: { '^/(api|feeds|actuator)/': { target: server, changeOrigin: true } },
  },
  build: { outDir: 'dist', emptyOutDir: true, target: 'es2022' },
  css: {
    preprocessorOptions: {
      scss: {
        quietDeps: true,
        silenceDeprecations: ['import', 'global-builtin', 'color-functions', 'if-function'],
      },
    },
  },
  test: {
    environment: 'jsdom',
    // How quickly a test ends says nothing on a machine that others use; one that never ends still does.
    testTimeout: 60_000,
    hookTimeout: 60_000,
    projects: [
      // One page for many files of tests: to build it anew for each takes ten times as long as all that is tested in it.
      {
        extends: true,
        test: { name: 'shared', include: ['src/**/*.spec.ts'], exclude: ['src/**/*.apart.spec.ts'], isolate: false },
      },
      // Those that put something in the place of a module, which would stay there for the others.
      { extends: true, test: { name: 'apart', include: ['src/**/*.apart.spec.ts'] } },
    ],
  },
})
