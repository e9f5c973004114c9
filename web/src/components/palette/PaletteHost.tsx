import './palette.scss';
import { say } from '@fleet-wren/wording';
import { Search } from 'lucide-react';
import { lazy, Suspense, useEffect } from 'react';
import { create } from 'zustand';
import { Button } from 'react-bootstrap';
import { shownKey } from '../shortcuts/key-press.ts';

const CommandPalette = lazy(async () => ({ default: (await import('./CommandPalette.tsx')).CommandPalette }));

const KEY = 'Ctrl+k';

/** Whether the palette lies over the page. */
const usePalette = create<{ readonly isShown: boolean }>(() => ({ isShown: false }));

/** Opens the palette, from a menu too. */
export const openPalette = (): void => usePalette.setState({ isShown: true });

/** Opens the palette from anywhere, fields included, unless something else lies over the page. */
export const PaletteHost = () => {
  const { isShown } = usePalette();
  useEffect(() => {
    const press = (event: KeyboardEvent): void => {
      if (!(event.ctrlKey || event.metaKey) || event.altKey || event.shiftKey || event.key !== 'k') return;
      event.preventDefault();
      if (document.querySelector('.modal.show') === null) openPalette();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, []);
  return (
    <>
      <Button variant="plain" className="palette-button" onClick={openPalette}>
        <Search size={15} aria-hidden /> {say('palette.open')} <kbd>{shownKey(KEY)}</kbd>
      </Button>
      {isShown && (
        <Suspense fallback={null}>
          <CommandPalette hide={() => usePalette.setState({ isShown: false })} />
        </Suspense>
      )}
    </>
  );
};
