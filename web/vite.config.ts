import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import path from 'node:path';
import { defineConfig, type Plugin } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';

const { version } = JSON.parse(
  readFileSync(path.resolve(import.meta.dirname, '../package.json'), 'utf8'),
) as { version: string };

/** The package that a module comes from, or the room of the app. */
function packageOf(module: string): string {
  const inside = module.split('node_modules/').at(-1) ?? module;
  if (inside !== module) return inside.split('/', inside.startsWith('@') ? 2 : 1).join('/');
  return path.relative(path.resolve(import.meta.dirname, '..'), module).split(path.sep)[0] ?? module;
}

/** Writes down for `npm run bench` what each file of the build was made of: characters by package. */
const tellSizes = (): Plugin => ({
  name: 'tell-sizes',
  generateBundle(_options, bundle) {
    const sizes: Record<string, Record<string, number>> = {};
    for (const chunk of Object.values(bundle)) {
      if (chunk.type !== 'chunk') continue;
      const own: Record<string, number> = {};
      for (const [module, { renderedLength }] of Object.entries(chunk.modules)) {
        const name = packageOf(module);
        own[name] = (own[name] ?? 0) + renderedLength;
      }
      sizes[chunk.fileName] = own;
    }
    // Beside the build, so that it is there as long as the build is.
    const folder = path.resolve(import.meta.dirname, '../build');
    mkdirSync(folder, { recursive: true });
    writeFileSync(path.join(folder, 'sizes.json'), JSON.stringify(sizes));
  },
});

export default defineConfig({
  root: import.meta.dirname,
  define: { __BUILD__: JSON.stringify(process.env.HUM_BUILD ?? version) },
  plugins: [
    react(),
    tailwindcss(),
    tellSizes(),
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
        globPatterns: ['**/*.{js,css,html,svg,json,woff2,ttf,webmanifest}'],
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
    rolldownOptions: {
      output: {
        codeSplitting: {
          // A file costs more than its bytes: dozens of small ones would queue for the browser's few connections. What
          // every start needs is one; then what several views compute with, what rigs are checked with, and what menus
          // and dialogs are made of.
          groups: [
            { name: 'start', tags: ['$initial'] },
            { name: 'checking', test: /\/node_modules\/zod\/|\/core\/(file\/|model\/schema-)/ },
            {
              name: 'floating',
              test: /\/node_modules\/(@radix-ui|@floating-ui|aria-hidden|react-remove-scroll|react-style-singleton|use-callback-ref|use-sidecar)/,
            },
            { name: 'several', test: /\/core\/(?!catalog\/)|\/web\/src\//, minShareCount: 2 },
          ],
        },
      },
    },
  },
});
