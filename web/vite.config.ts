import react from '@vitejs/plugin-react'
import { defineConfig } from 'vitest/config'

const server = process.env.JORDFELL_SERVER ?? 'http://127.0.0.1:8080'

export default defineConfig({
  plugins: [react()],
  build: { outDir: 'dist', emptyOutDir: true, chunkSizeWarningLimit: 1500, assetsInlineLimit: 0 },
  test: {
    environmentOptions: { happyDOM: { url: 'http://127.0.0.1/' } },
    setupFiles: 'src/test/setup.ts',
    isolate: false,
  },
  server: { host: '127.0.0.1', port: 5173, fs: { allow: ['.', '../docs/guide'] }, proxy: { '/api': server, '/p': server } },
})
