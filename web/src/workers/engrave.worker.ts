import createModule from 'verovio/wasm';
import { VerovioToolkit } from 'verovio/esm';
import type { EngraveWork } from './protocol.ts';
import { serve, type Scope } from './serve.ts';

let toolkit: Promise<VerovioToolkit> | undefined;

/** The engraver, made when the first page is asked for. */
const engraver = (): Promise<VerovioToolkit> => {
  toolkit ??= createModule().then((module) => new VerovioToolkit(module));
  return toolkit;
};

/** How high a page is: less than one system needs, so that each is a page by itself. */
const LOW = 100;

const work: EngraveWork = {
  engrave: async (score, { width, scale }) => {
    const made = await engraver();
    made.setOptions({
      pageWidth: Math.round((width * 100) / scale),
      pageHeight: LOW,
      adjustPageHeight: true,
      pageMarginTop: 10,
      pageMarginBottom: 10,
      // The brace stands out over the staves, and so may the name of a section.
      pageMarginLeft: 50,
      pageMarginRight: 10,
      scale,
      // Sections begin new lines where the line before is not too short for it.
      breaks: score.includes('new-system') ? 'smart' : 'auto',
      breaksSmartSb: 0.3,
      header: 'none',
      footer: 'none',
      svgViewBox: true,
      lyricTopMinMargin: 2,
      lyricSize: 3.6,
      spacingStaff: 7,
      spacingLinear: 0.32,
      // A short line fills the page too, unless it is much shorter.
      minLastJustification: 0.4,
    });
    if (!made.loadData(score)) return [];
    return Array.from({ length: made.getPageCount() }, (_, page) => made.renderToSVG(page + 1));
  },
};

serve(self as unknown as Scope, { ...work });
