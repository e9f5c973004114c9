import { say } from '@fleet-wren/wording';
import { Fragment, useDeferredValue, useEffect, useRef, useState, type KeyboardEvent } from 'react';
import { Modal } from 'react-bootstrap';
import { findPaletteItems, type PaletteGroup, type PaletteItem } from './palette-items.ts';
import { usePaletteItems } from './usePaletteItems.ts';

const GROUP_WORDS: Readonly<Record<PaletteGroup, string>> = {
  here: say('palette.here'),
  place: say('palette.places'),
  pattern: say('common.patterns'),
  song: say('common.songs'),
  student: say('common.students'),
};

const optionId = (index: number): string => `palette-${index}`;

interface ListProps {
  readonly items: readonly PaletteItem[];
  readonly at: number;
  readonly choose: (item: PaletteItem) => void;
}

const Items = ({ items, at, choose }: ListProps) => {
  const list = useRef<HTMLDivElement>(null);
  useEffect(() => {
    list.current?.querySelector('[aria-selected="true"]')?.scrollIntoView({ block: 'nearest' });
  }, [at]);
  return (
    <div ref={list} id="palette-list" role="listbox" aria-label={say('palette.title')} className="palette-list">
      {items.map((item, index) => (
        <Fragment key={item.key}>
          {item.group !== items[index - 1]?.group && (
            <div className="palette-group" role="presentation">
              {GROUP_WORDS[item.group]}
            </div>
          )}
          <div
            id={optionId(index)}
            role="option"
            aria-selected={index === at}
            className="palette-item"
            onClick={() => choose(item)}
          >
            <span>{item.label}</span>
            {item.aside && <kbd>{item.aside}</kbd>}
          </div>
        </Fragment>
      ))}
    </div>
  );
};

interface Props {
  readonly typed: string;
  readonly type: (typed: string) => void;
  /** Enter was pressed before there was anything to choose: the first that comes is meant. */
  readonly isEntered: boolean;
  readonly setEntered: (isEntered: boolean) => void;
  readonly hide: () => void;
}

/** Everything by name: what can be done here, every place, pattern, song and student. */
export const CommandPalette = ({ typed, type, isEntered, setEntered, hide }: Props) => {
  const [at, setAt] = useState(0);
  const items = findPaletteItems(usePaletteItems(useDeferredValue(typed)), typed);
  const place = Math.min(at, Math.max(0, items.length - 1));
  const choose = (item: PaletteItem): void => {
    hide();
    item.run();
  };
  const chosen = items[place];
  useEffect(() => {
    if (isEntered && chosen) choose(chosen);
  });
  const press = (event: KeyboardEvent): void => {
    const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (event.key === 'Enter') setEntered(true);
    else if (step && items.length > 0) setAt((place + step + items.length) % items.length);
    else return;
    event.preventDefault();
  };
  return (
    <Modal show onHide={hide} aria-label={say('palette.title')} className="palette">
      <input
        autoFocus
        type="text"
        role="combobox"
        aria-expanded="true"
        aria-controls="palette-list"
        aria-activedescendant={items.length > 0 ? optionId(place) : undefined}
        aria-label={say('palette.title')}
        placeholder={say('palette.hint')}
        className="palette-input"
        value={typed}
        onChange={({ target }) => {
          type(target.value);
          setEntered(false);
          setAt(0);
        }}
        onKeyDown={press}
      />
      {items.length > 0 ? (
        <Items items={items} at={place} choose={choose} />
      ) : (
        <p className="palette-none">{say('palette.none')}</p>
      )}
    </Modal>
  );
};
