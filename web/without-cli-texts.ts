import type { Plugin } from 'vite';

/** Leaves the texts of the command line out of the interface, which says none of them. */
export const withoutCliTexts = (): Plugin => ({
  name: 'without-cli-texts',
  enforce: 'pre',
  load: (id) => (/\/wording\/(?:src|dist)\/en\/cli\.[jt]s$/.test(id) ? 'export const cli = {};' : null),
});
