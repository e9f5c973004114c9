import './palette.scss';
import { say } from '@fleet-wren/wording';
import { Search } from 'lucide-react';
import { lazy, Suspense, useEffect, useState } from 'react';
import { create } from 'zustand';
import { Button } from 'react-bootstrap';
import { shownKey } from '../shortcuts/key-press.ts';
import { KeysBeforePalette } from './KeysBeforePalette.tsx';

const CommandPalette = lazy(async () => ({ default: (await import('./CommandPalette.tsx')).CommandPalette }));

const KEY = 'Ctrl+k';

/** Whether the palette lies over the page. */
const usePalette = create<{ readonly isShown: boolean }>(() => ({ isShown: false }));

/** Opens the palette, from a menu too. */
export const openPalette = (): void => usePalette.setState({ isShown: true });

const hidePalette = (): void => usePalette.setState({ isShown: false });

/** The palette, and before it is loaded whatever keeps the keys that are meant for it. */
const LoadedPalette = () => {
  const [typed, setTyped] = useState('');
  const [isEntered, setEntered] = useState(false);
  const shared = { typed, type: setTyped, setEntered, hide: hidePalette };
  return (
    <Suspense fallback={<KeysBeforePalette {...shared} />}>
      <CommandPalette {...shared} isEntered={isEntered} />
    </Suspense>
  );
};

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
      {isShown && <LoadedPalette />}
    </>
  );
};
