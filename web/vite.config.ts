import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import path from 'node:path';
import { defineConfig } from 'vite';

export default defineConfig({
  root: import.meta.dirname,
  plugins: [react(), tailwindcss()],
  worker: { format: 'es' },
  build: {
    outDir: path.resolve(import.meta.dirname, '../build/web'),
    emptyOutDir: true,
    target: 'es2023',
    chunkSizeWarningLimit: 800,
  },
});
