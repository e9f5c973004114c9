import react from '@vitejs/plugin-react';
import { defaultClientConditions, defineConfig } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';

const conditions = ['fleet-wren-source', ...defaultClientConditions];

export default defineConfig({
  plugins: [
    react(),
    // For the practice room alone: it registers the worker itself, and its scope ends there.
    VitePWA({
      filename: 'practice-worker.js',
      injectRegister: false,
      manifest: false,
      workbox: {
        globPatterns: ['**/*.{js,css,html,woff2}'],
        navigateFallback: '/index.html',
        navigateFallbackAllowlist: [/^\/practice/],
        maximumFileSizeToCacheInBytes: 4_000_000,
        cleanupOutdatedCaches: true,
        clientsClaim: true,
        skipWaiting: true,
      },
    }),
  ],
  resolve: { conditions },
  worker: { format: 'es' },
  build: { target: 'es2022', sourcemap: false, reportCompressedSize: false },
  css: {
    preprocessorOptions: {
      scss: { quietDeps: true, silenceDeprecations: ['import', 'global-builtin', 'color-functions', 'if-function'] },
    },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:4340' } },
});
