import react from '@vitejs/plugin-react'
import type { Plugin } from 'vite'
import { readFile, writeFile } from 'node:fs/promises'
import { brotliCompressSync, gzipSync } from 'node:zlib'
import { defineConfig } from 'vitest/config'

const server = process.env.JORDFELL_SERVER ?? 'http://127.0.0.1:8080'

/** Texts beside themselves in small, once and as small as can be: the server sends what a browser takes. */
const inSmall: Plugin = {
  name: 'in-small',
  apply: 'build',
  // As they were written: what is written last into a part is not there before.
  async writeBundle({ dir = 'dist' }, bundle) {
    for (const name of Object.keys(bundle).filter((n) => /\.(js|css)$/.test(n))) {
      const text = await readFile(`${dir}/${name}`)
      await writeFile(`${dir}/${name}.br`, brotliCompressSync(text))
      await writeFile(`${dir}/${name}.gz`, gzipSync(text, { level: 9 }))
    }
  },
}

export default defineConfig({
  plugins: [react(), inSmall],
  build: { outDir: 'dist', emptyOutDir: true, chunkSizeWarningLimit: 600, assetsInlineLimit: 0 },
  test: {
    environmentOptions: { happyDOM: { url: 'http://127.0.0.1/' } },
    setupFiles: 'src/test/setup.ts',
    isolate: false,
  },
  server: { host: '127.0.0.1', port: 5173, fs: { allow: ['.', '../docs/guide'] }, proxy: { '/api': server, '/p': server } },
})
