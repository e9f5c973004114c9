import { useEffect } from 'react';

interface Props {
  readonly typed: string;
  readonly type: (typed: string) => void;
  readonly setEntered: (isEntered: boolean) => void;
  readonly hide: () => void;
}

/**
 * Stands in for the palette while it loads: what is typed meanwhile is meant for it, not for the page beneath, where a
 * letter would be a shortcut.
 */
export const KeysBeforePalette = ({ typed, type, setEntered, hide }: Props) => {
  useEffect(() => {
    const press = (event: KeyboardEvent): void => {
      if (event.ctrlKey || event.metaKey || event.altKey || event.key === 'Tab') return;
      event.preventDefault();
      event.stopPropagation();
      if (event.key === 'Escape') hide();
      else if (event.key === 'Enter') setEntered(true);
      else if (event.key === 'Backspace') type(typed.slice(0, -1));
      else if (event.key.length === 1) type(typed + event.key);
    };
    window.addEventListener('keydown', press, { capture: true });
    return () => window.removeEventListener('keydown', press, { capture: true });
  }, [typed, type, setEntered, hide]);
  return null;
};
