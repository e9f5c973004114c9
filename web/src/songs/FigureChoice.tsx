import {
  BEGINNINGS,
  barTicks,
  figureFrom,
  figureIn,
  putTexture,
  type Bar,
  type Pattern,
  type Reach,
  type Song,
} from '@fleet-wren/core';
import { useState } from 'react';
import { useNotice } from '../app/Notice.tsx';
import { PatternPicker } from '../parts/patterns/PatternPicker.tsx';
import { useSong, useSongStore } from './store.ts';

type Beginning = (typeof BEGINNINGS)[number];

const Begins = ({ begins, choose }: { readonly begins: Beginning; readonly choose: (begins: Beginning) => void }) => (
  <label>
    It begins with
    <select
      className="form-select"
      aria-label="It begins with"
      value={begins}
      onChange={({ target }) => choose(BEGINNINGS.find((one) => one === target.value) ?? 'each bar')}
    >
      <option value="each bar">each bar</option>
      <option value="each chord">each chord</option>
      <option value="runs on">the section, and runs on</option>
    </select>
  </label>
);

/** What is played in the chosen bars, and how far a change of it goes. */
export const FigureChoice = ({ bar }: { readonly bar: Bar }) => {
  const store = useSongStore();
  const figures = useSong((state) => state.document.figures);
  const notice = useNotice();
  const [bringing, setBringing] = useState(false);
  const [reach, setReach] = useState<Reach>('here');
  const now = figureIn(bar);
  const value = bar.texture === 'rest' ? 'rest' : (now?.figure ?? 'written');
  const put = (texture: Bar['texture'], more: Song['figures'] = []): void => {
    const { document, chosen, run } = store.getState();
    run(putTexture(document, chosen, reach, texture, more));
  };
  const begins = now?.begins ?? 'each bar';
  const choose = (key: string): void => {
    if (key === 'bring') setBringing(true);
    else if (key === 'rest') put('rest');
    else if (key !== 'written') put({ figure: key, begins });
  };
  const bring = (pattern: Pattern): void => {
    const figure = figureFrom(pattern, `figure-${crypto.randomUUID().slice(0, 8)}`);
    const longer = figure.length > barTicks(store.getState().document, bar);
    put({ figure: figure.id, begins: longer ? 'runs on' : begins }, [figure]);
    setBringing(false);
    if (longer)
      notice({
        text: `“${figure.name}” is longer than the bar: it runs on into the next.`,
        action: { label: 'Cut it at each bar', run: () => put({ figure: figure.id, begins: 'each bar' }) },
      });
  };
  return (
    <>
      <label>
        Figure
        <select
          className="form-select"
          aria-label="Figure"
          value={value}
          onChange={({ target }) => choose(target.value)}
        >
          {figures.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
          {value === 'written' && <option value="written">written for this bar</option>}
          <option value="rest">nothing is played</option>
          <option value="bring">from a pattern …</option>
        </select>
      </label>
      <label>
        A change goes
        <select
          className="form-select"
          aria-label="A change goes"
          value={reach}
          onChange={({ target }) => setReach(target.value as Reach)}
        >
          <option value="here">into these bars only</option>
          <option value="everywhere">everywhere this figure is</option>
          <option value="elsewhere">everywhere but here</option>
        </select>
      </label>
      {now && <Begins begins={begins} choose={(next) => put({ figure: now.figure, begins: next })} />}
      {bringing && (
        <PatternPicker
          about="It is laid over the chords of the bars: its bass strokes go to whatever carries the bass."
          take={bring}
          hide={() => setBringing(false)}
        />
      )}
    </>
  );
};
