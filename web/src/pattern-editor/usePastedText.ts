import { useEffect } from 'react';

const ELSEWHERE = 'input, select, textarea, [contenteditable], [role="dialog"]';

/** Hears text that is pasted onto the page, where no field or dialog takes it. */
export const usePastedText = (take: (text: string) => void): void =>
  useEffect(() => {
    const paste = (event: ClipboardEvent): void => {
      const text = event.clipboardData?.getData('text/plain') ?? '';
      const isElsewhere = event.target instanceof Element && event.target.closest(ELSEWHERE) !== null;
      if (isElsewhere || text.trim() === '') return;
      event.preventDefault();
      take(text);
    };
    window.addEventListener('paste', paste);
    return () => window.removeEventListener('paste', paste);
  }, [take]);
