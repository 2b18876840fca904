import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import path from 'node:path';
import { defineConfig } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';
import { readFileSync } from 'node:fs';

const { version } = JSON.parse(
  readFileSync(path.resolve(import.meta.dirname, '../package.json'), 'utf8'),
) as { version: string };

export default defineConfig({
  root: import.meta.dirname,
  define: { __BUILD__: JSON.stringify(process.env.HUM_BUILD ?? version) },
  plugins: [
    react(),
    tailwindcss(),
    // The worker that serves the app offline. The app registers it itself: a new build waits to be asked for.
    VitePWA({
      injectRegister: false,
      registerType: 'prompt',
      manifest: {
        name: 'Hum Map',
        short_name: 'Hum Map',
        description: 'Plan, prove and document the cabling of a guitar rig',
        display: 'standalone',
        start_url: '/',
        background_color: '#f5f3ec',
        theme_color: '#1d2730',
        icons: [{ src: '/mark.svg', sizes: 'any', type: 'image/svg+xml' }],
      },
      workbox: {
        globPatterns: ['**/*.{js,css,html,svg,woff2,ttf,webmanifest}'],
        navigateFallback: '/index.html',
        navigateFallbackDenylist: [/^\/health/],
        maximumFileSizeToCacheInBytes: 5_000_000,
        sourcemap: false,
      },
    }),
  ],
  worker: { format: 'es' },
  build: {
    outDir: path.resolve(import.meta.dirname, '../build/web'),
    emptyOutDir: true,
    target: 'es2023',
    chunkSizeWarningLimit: 800,
  },
});
