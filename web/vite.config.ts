import react from '@vitejs/plugin-react';
import { defaultClientConditions, defineConfig } from 'vite';

const conditions = ['fleet-wren-source', ...defaultClientConditions];

export default defineConfig({
  plugins: [react()],
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
