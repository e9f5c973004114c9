import react from '@vitejs/plugin-react';
import { defaultClientConditions, defineConfig } from 'vite';
import { refuseCircularChunks } from './refuse-circular-chunks.ts';
import { withoutCliTexts } from './without-cli-texts.ts';

const conditions = ['fleet-wren-source', ...defaultClientConditions];

/** What so many screens use goes into files they share; with four a first page is 50 kB lighter than with two. */
const SHARED_BY = 4;

export default defineConfig({
  // The gallery of components is there in development, and in the build that is tested.
  define: { 'import.meta.env.VITE_GALLERY': JSON.stringify(process.env.VITE_GALLERY === 'true') },
  plugins: [react(), withoutCliTexts(), refuseCircularChunks()],
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
            { name: 'core', test: /\/(core|wording)\/src\//, minShareCount: SHARED_BY },
            { name: 'vendor', test: /\/node_modules\//, minShareCount: SHARED_BY },
            { name: 'shared', minShareCount: SHARED_BY },
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
