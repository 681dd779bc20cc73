import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';
import react from '@vitejs/plugin-react';
import type { Plugin } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';
import { defineConfig } from 'vitest/config';

const server = 'http://127.0.0.1:8000';

/** What is worth to be sent smaller lies compressed beside itself: the server sends what the browser takes. */
function compressed(): Plugin {
  let folder = '';
  return {
    name: 'compressed',
    apply: 'build',
    enforce: 'post',
    configResolved: (config) => {
      folder = config.build.outDir;
    },
    closeBundle: {
      order: 'post',
      sequential: true,
      handler() {
        const files = readdirSync(folder, { recursive: true, encoding: 'utf8' });
        for (const file of files.filter((name) => /\.(js|css|html|svg|wasm|webmanifest)$/.test(name))) {
          const path = join(folder, file);
          const bytes = readFileSync(path);
          writeFileSync(
            `${path}.br`,
            brotliCompressSync(bytes, { params: { [constants.BROTLI_PARAM_QUALITY]: 10 } }),
          );
          writeFileSync(`${path}.gz`, gzipSync(bytes, { level: 9 }));
        }
      },
    },
  };
}

export default defineConfig({
  plugins: [
    react(),
    VitePWA({
      // The page renews itself once nothing waits for the office; see device/renew.ts.
      registerType: 'prompt',
      injectRegister: false,
      manifest: {
        name: 'Nailpunch',
        short_name: 'Nailpunch',
        description: 'Audits of device and box installations',
        display: 'standalone',
        start_url: '/',
        theme_color: '#f6f2e9',
        background_color: '#f6f2e9',
        icons: [
          { src: '/icon-192.png', sizes: '192x192', type: 'image/png' },
          { src: '/icon-512.png', sizes: '512x512', type: 'image/png', purpose: 'any maskable' },
        ],
      },
      workbox: {
        globPatterns: ['**/*.{js,css,html,svg,png,woff2,wasm}'],
        // A paper is laid out by the office: without it there is nothing to read.
        globIgnores: ['**/pdf-*.js', '**/pdf.worker*'],
        maximumFileSizeToCacheInBytes: 16 << 20,
        navigateFallback: '/index.html',
        // What the server answers itself, whoever has the page on their device.
        navigateFallbackDenylist: [/^\/(api|sealed|trust)(\/|$)/],
        cleanupOutdatedCaches: true,
      },
    }),
    compressed(),
  ],
  build: { outDir: 'dist', emptyOutDir: true, assetsInlineLimit: 0, modulePreload: { polyfill: false } },
  worker: { format: 'es' },
  css: {
    preprocessorOptions: {
      scss: {
        quietDeps: true,
        silenceDeprecations: ['import', 'global-builtin', 'color-functions', 'if-function'],
      },
    },
  },
  server: { proxy: { '/api': { target: server, changeOrigin: true, headers: { Origin: server } } } },
  test: { environment: 'jsdom', globals: false, include: ['src/**/*.test.{ts,tsx}'] },
});
