import { useLayoutEffect } from 'react';

/** Gives the page rules that are known only now, as long as they are used: none may stand in its markup. */
export const useDynamicStyles = (rules: string): void =>
  useLayoutEffect(() => {
    const sheet = new CSSStyleSheet();
    sheet.replaceSync(rules);
    document.adoptedStyleSheets.push(sheet);
    return () => {
      document.adoptedStyleSheets = document.adoptedStyleSheets.filter((one) => one !== sheet);
    };
  }, [rules]);
