import './palette.scss';
import { say } from '@fleet-wren/wording';
import { Search } from 'lucide-react';
import { lazy, Suspense, useEffect, useState } from 'react';
import { Button } from 'react-bootstrap';
import { shownKey } from '../shortcuts/key-press.ts';

const CommandPalette = lazy(async () => ({ default: (await import('./CommandPalette.tsx')).CommandPalette }));

const KEY = 'Ctrl+k';

/** Opens the palette from anywhere, fields included, unless something else lies over the page. */
export const PaletteHost = () => {
  const [isShown, setShown] = useState(false);
  useEffect(() => {
    const press = (event: KeyboardEvent): void => {
      if (!(event.ctrlKey || event.metaKey) || event.altKey || event.shiftKey || event.key !== 'k') return;
      event.preventDefault();
      setShown((now) => now || document.querySelector('.modal.show') === null);
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, []);
  return (
    <>
      <Button variant="plain" className="palette-button" onClick={() => setShown(true)}>
        <Search size={15} aria-hidden /> {say('palette.open')} <kbd>{shownKey(KEY)}</kbd>
      </Button>
      {isShown && (
        <Suspense fallback={null}>
          <CommandPalette hide={() => setShown(false)} />
        </Suspense>
      )}
    </>
  );
};
