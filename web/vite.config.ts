import react from '@vitejs/plugin-react'
import { defineConfig } from 'vite'

const api = `http://127.0.0.1:${process.env.OCHOTE_PORT ?? 4600}`

export default defineConfig({
  plugins: [react()],
  worker: { format: 'es' },
  server: { proxy: { '/api': api } },
  build: { target: 'es2022', chunkSizeWarningLimit: 1800 },
})
