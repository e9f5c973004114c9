import { defineConfig, mergeConfig, type Plugin } from 'vite';
import { pseudoCatalogue } from '../wording/src/pseudo.ts';
import application from './vite.config.ts';

/** Puts the language that nobody speaks in the place of English. */
const pseudo = (): Plugin => ({
  name: 'pseudo-catalogue',
  load: (id) =>
    id.endsWith('/wording/src/en/index.ts')
      ? `export const english = ${JSON.stringify(pseudoCatalogue())};`
      : undefined,
});

/**
 * The application with every text of the catalogue accented and longer: what is read plainly in it escaped the
 * catalogue.
 */
export default mergeConfig(
  application,
  defineConfig({
    define: { 'import.meta.env.VITE_GALLERY': 'true' },
    plugins: [pseudo()],
    worker: { plugins: () => [pseudo()] },
    build: { outDir: 'dist-pseudo' },
  }),
);
