import { say } from '@fleet-wren/wording';
import {
  FIGURE_RESTARTS,
  getBarTicks,
  patternToFigure,
  getFigureTexture,
  createTextureEdit,
  type Bar,
  type Pattern,
  type TextureScope,
  type Song,
} from '@fleet-wren/core';
import { useState } from 'react';
import { useToast } from '../components/toast/ToastProvider.tsx';
import { PatternPicker } from '../components/patterns/PatternPicker.tsx';
import { useSong, useSongStore } from './song-store.ts';

type Beginning = (typeof FIGURE_RESTARTS)[number];

const Begins = ({ begins, choose }: { readonly begins: Beginning; readonly choose: (begins: Beginning) => void }) => (
  <label>
    {say('songs.restart-pattern-at')}
    <select
      className="form-select"
      aria-label={say('songs.restart-pattern-at')}
      value={begins}
      onChange={({ target }) => choose(FIGURE_RESTARTS.find((one) => one === target.value) ?? 'each bar')}
    >
      <option value="each bar">{say('songs.each-bar')}</option>
      <option value="each chord">{say('songs.each-chord')}</option>
      <option value="runs on">{say('songs.start-of-the-section-only')}</option>
    </select>
  </label>
);

/** What is played in the chosen bars, and how far a change of it goes. */
export const BarPatternSelect = ({ bar }: { readonly bar: Bar }) => {
  const store = useSongStore();
  const figures = useSong((state) => state.document.figures);
  const notice = useToast();
  const [bringing, setBringing] = useState(false);
  const [reach, setReach] = useState<TextureScope>('here');
  const now = getFigureTexture(bar);
  const value = bar.texture === 'rest' ? 'rest' : (now?.figure ?? 'written');
  const put = (texture: Bar['texture'], more: Song['figures'] = []): void => {
    const { document, selectedBars, applyEdit } = store.getState();
    applyEdit(createTextureEdit(document, selectedBars, reach, texture, more));
  };
  const begins = now?.begins ?? 'each bar';
  const choose = (key: string): void => {
    if (key === 'bring') setBringing(true);
    else if (key === 'rest') put('rest');
    else if (key !== 'written') put({ figure: key, begins });
  };
  const bring = (pattern: Pattern): void => {
    const figure = patternToFigure(pattern, `figure-${crypto.randomUUID().slice(0, 8)}`);
    const longer = figure.length > getBarTicks(store.getState().document, bar);
    put({ figure: figure.id, begins: longer ? 'runs on' : begins }, [figure]);
    setBringing(false);
    if (longer)
      notice({
        text: say('songs.is-longer-than-one-bar-and', { name: figure.name }),
        action: { label: say('songs.restart-at-each-bar'), run: () => put({ figure: figure.id, begins: 'each bar' }) },
      });
  };
  return (
    <>
      <label>
        {say('songs.pattern')}
        <select
          className="form-select"
          aria-label={say('songs.pattern')}
          value={value}
          onChange={({ target }) => choose(target.value)}
        >
          {figures.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
          {value === 'written' && <option value="written">{say('songs.written-for-this-bar')}</option>}
          <option value="rest">{say('songs.rest-nothing-played')}</option>
          <option value="bring">{say('songs.choose-pattern-more')}</option>
        </select>
      </label>
      <label>
        {say('songs.apply-changes-to')}
        <select
          className="form-select"
          aria-label={say('songs.apply-changes-to')}
          value={reach}
          onChange={({ target }) => setReach(target.value as TextureScope)}
        >
          <option value="here">{say('songs.these-bars-only')}</option>
          <option value="section">{say('songs.this-section')}</option>
          <option value="section-ends">{say('songs.last-bar-of-every-section')}</option>
          <option value="everywhere">{say('songs.every-bar-with-this-pattern')}</option>
          <option value="elsewhere">{say('songs.every-other-bar-with-this-pattern')}</option>
        </select>
      </label>
      {now && <Begins begins={begins} choose={(next) => put({ figure: now.figure, begins: next })} />}
      {bringing && (
        <PatternPicker
          about={say('songs.the-pattern-follows-the-chords-of')}
          take={bring}
          hide={() => setBringing(false)}
        />
      )}
    </>
  );
};
