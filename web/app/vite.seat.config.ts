import tailwindcss from '@tailwindcss/vite'
import { defineConfig } from 'vite'

// The page of a seat is built by itself: it must be small enough for a slow telephone. The same
// React code runs on a smaller runtime there.
export default defineConfig({
  plugins: [tailwindcss()],
  resolve: {
    alias: [
      { find: /^react\/jsx-(dev-)?runtime$/, replacement: 'preact/jsx-runtime' },
      { find: /^react-dom\/client$/, replacement: 'preact/compat/client' },
      { find: /^react(-dom)?$/, replacement: 'preact/compat' },
    ],
  },
  oxc: { jsx: { runtime: 'automatic', importSource: 'react' } },
  build: {
    outDir: 'dist',
    emptyOutDir: false,
    sourcemap: false,
    target: 'es2022',
    rollupOptions: {
      onwarn: (warning, warn) => warning.code !== 'MODULE_LEVEL_DIRECTIVE' && warn(warning), // directives for servers mean nothing here
      input: { join: 'join.html', 'seat-worker': 'src/seat/worker.ts' },
      output: { entryFileNames: (chunk) => (chunk.name === 'seat-worker' ? 'seat-worker.js' : 'assets/[name]-[hash].js') },
    },
  },
})
