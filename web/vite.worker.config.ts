import { createHash } from 'node:crypto';
import { existsSync, readFileSync, readdirSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vite';

const dist = fileURLToPath(new URL('dist/', import.meta.url));

/** Files of the application that its room needs without a connection: hashed ones by name, the page by its content. */
const files = (): readonly { readonly url: string; readonly revision: string | null }[] => {
  if (!existsSync(`${dist}index.html`)) return [];
  const page = createHash('sha256')
    .update(readFileSync(`${dist}index.html`))
    .digest('hex');
  const assets = readdirSync(`${dist}assets`).filter((name) => /\.(js|css|woff2)$|^count-voice/.test(name));
  return [
    { url: '/index.html', revision: page },
    ...assets.map((name) => ({ url: `/assets/${name}`, revision: null })),
  ];
};

/** The worker of the practice room, built after the application it keeps. */
export default defineConfig({
  define: { __WREN_FILES__: JSON.stringify(files()), 'process.env.NODE_ENV': '"production"' },
  build: {
    target: 'es2022',
    emptyOutDir: false,
    copyPublicDir: false,
    reportCompressedSize: false,
    rollupOptions: {
      input: fileURLToPath(new URL('src/service-worker/service-worker.ts', import.meta.url)),
      output: { format: 'iife', entryFileNames: 'practice-worker.js' },
    },
  },
});
