import react from '@vitejs/plugin-react';
import { defaultClientConditions, defineConfig } from 'vite';

const conditions = ['fleet-wren-source', ...defaultClientConditions];

export default defineConfig({
  // The gallery of components is there in development, and in the build that is tested.
  define: { 'import.meta.env.VITE_GALLERY': JSON.stringify(process.env.VITE_GALLERY === 'true') },
  plugins: [react()],
  resolve: { conditions },
  worker: { format: 'es' },
  build: {
    target: 'es2022',
    sourcemap: false,
    reportCompressedSize: false,
    // One stylesheet and few files of script: a page asks for a handful, where eighty small ones cost a phone seconds.
    cssCodeSplit: false,
    rolldownOptions: {
      output: {
        chunkFileNames: ({ name }) => `assets/${name.split('~')[0]}-[hash].js`,
        codeSplitting: {
          groups: [
            { name: 'start', tags: ['$initial'] },
            { name: 'shared', minShareCount: 2, entriesAware: true, entriesAwareMergeThreshold: 40_000 },
          ],
        },
      },
    },
  },
  css: {
    preprocessorOptions: {
      scss: { quietDeps: true, silenceDeprecations: ['import', 'global-builtin', 'color-functions', 'if-function'] },
    },
  },
  server: { proxy: { '/api': process.env.FLEET_WREN_API ?? 'http://127.0.0.1:4340' } },
});
