import tailwindcss from '@tailwindcss/vite'
import react from '@vitejs/plugin-react'
import { defineConfig } from 'vite'

// During development the Go server answers the API: run 'make demo' beside 'npx vite'.
export default defineConfig({
  plugins: [react(), tailwindcss()],
  build: { outDir: 'dist', emptyOutDir: true, sourcemap: false, target: 'es2023' },
  server: { proxy: { '/api': 'http://127.0.0.1:8817' } },
})
