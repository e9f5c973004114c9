import { say, sayProblems } from '@fleet-wren/wording';
import {
  formatBarChords,
  findBassString,
  getBarsAt,
  createSetBarsEdit,
  type Bar,
  type Metre,
  type Pattern,
  type Result,
  type Song,
  type SongImport,
  type SongAnalysis,
  type Voicing,
} from '@fleet-wren/core';
import { useMemo, useRef, useState } from 'react';
import { ChordPicker } from '../components/chords/ChordPicker.tsx';
import { ChordDiagram } from '../components/chord-diagram/ChordDiagram.tsx';
import { layOutDiagram } from '../components/fingering-diagram/diagram-layout.ts';
import { FingeringDiagram, type StrokeLabelFormatter } from '../components/fingering-diagram/FingeringDiagram.tsx';
import { useElementWidth } from '../components/useElementWidth.ts';
import { backgroundWorker } from '../workers/workers.ts';
import { BarEditorDialog, type BarLayer } from './BarEditorDialog.tsx';
import { BarActions } from './BarActions.tsx';
import { BarPatternSelect } from './BarPatternSelect.tsx';
import { TimeSignatureField } from './TimeSignatureField.tsx';
import { useSong, useSongStore } from './song-store.ts';

const stringLabel: StrokeLabelFormatter = ({ string }) => say('songs.string', { string });

/** The chords of a typed bar, with their shapes: read as a chart of one bar is. */
const readBar = async ({ instrument }: Song, metre: Metre, text: string): Promise<Result<SongImport>> =>
  backgroundWorker.request('chartSong', [`| ${text} |`, say('songs.bar'), { instrument, metre }]);

const ChordField = ({ bar }: { readonly bar: Bar }) => {
  const store = useSongStore();
  const song = useSong((state) => state.document);
  const shown = formatBarChords(bar, song);
  const [typed, setTyped] = useState<string | null>(null);
  const settle = async (): Promise<void> => {
    const text = typed?.trim();
    setTyped(null);
    if (text === undefined || text === shown) return;
    const { applyEdit, reject, selectedBars } = store.getState();
    const read = text === '' ? undefined : await readBar(song, bar.metre ?? song.metre, text);
    if (read && !read.ok) return reject(sayProblems(read.problems));
    const chords = read?.value.song.sections[0]?.bars[0]?.chords ?? [];
    const shapes = Object.entries(read?.value.song.voicings ?? {}).filter(([id]) => !Object.hasOwn(song.voicings, id));
    const bars = getBarsAt(store.getState().document, selectedBars.location);
    applyEdit({
      kind: 'batch',
      edits: [
        ...shapes.map(([id, voicing]) => ({ kind: 'setVoicing' as const, id, voicing })),
        createSetBarsEdit(
          store.getState().document,
          selectedBars.location,
          bars.map((one, index) =>
            index >= selectedBars.from && index < selectedBars.from + selectedBars.count ? { ...one, chords } : one,
          ),
        ),
      ],
    });
  };
  return (
    <label>
      {say('songs.chords-2')}
      <input
        className="form-control"
        aria-label={say('songs.chords-of-this-bar')}
        placeholder={say('songs.same-chord')}
        title={say('songs.c-g-half-a-bar-each')}
        value={typed ?? shown}
        maxLength={80}
        spellCheck={false}
        onChange={({ target }) => setTyped(target.value)}
        onBlur={() => void settle()}
        onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
      />
    </label>
  );
};

const Shapes = ({ bar }: { readonly bar: Bar }) => {
  const { applyEdit } = useSongStore().getState();
  const song = useSong((state) => state.document);
  const [picking, setPicking] = useState<string | null>(null);
  const names = [...new Set(bar.chords.map(({ voicing }) => voicing))];
  const take = (id: string, shape: Voicing): void => {
    applyEdit({ kind: 'setVoicing', id, voicing: { ...shape, chord: song.voicings[id]?.chord ?? shape.chord } });
    setPicking(null);
  };
  return (
    <div className="bar-shapes">
      {names.map((id) => {
        const voicing = song.voicings[id];
        return (
          voicing && (
            <button
              key={id}
              type="button"
              onClick={() => setPicking(id)}
              title={say('songs.change-the-voicing-of-in-the', { id })}
            >
              <b>{id}</b>
              <ChordDiagram voicing={voicing} bass={findBassString(song.instrument, voicing)} />
            </button>
          )
        );
      })}
      {picking !== null && (
        <ChordPicker
          instrument={song.instrument}
          current={song.voicings[picking]}
          begin={picking}
          hide={() => setPicking(null)}
          pick={(shape) => take(picking, shape)}
        />
      )}
    </div>
  );
};

const WordsField = ({ bar }: { readonly bar: Bar }) => {
  const { changeBars } = useSongStore().getState();
  const [typed, setTyped] = useState<string | null>(null);
  const settle = (): void => {
    const words = typed?.trim();
    if (words !== undefined && words !== (bar.words ?? ''))
      changeBars(({ words: _old, ...one }) => (words === '' ? one : { ...one, words }));
    setTyped(null);
  };
  return (
    <label>
      {say('songs.lyrics')}
      <input
        className="form-control"
        aria-label={say('songs.lyrics-under-this-bar')}
        value={typed ?? bar.words ?? ''}
        maxLength={200}
        onChange={({ target }) => setTyped(target.value)}
        onBlur={settle}
        onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
      />
    </label>
  );
};

/** How much smaller than on the bench bars are drawn here; the stylesheet has the same. */
const SMALLER = 0.56;

const BarThreads = ({ shown, study }: { readonly shown: Pattern; readonly study: SongAnalysis }) => {
  const box = useRef<HTMLDivElement>(null);
  const width = useElementWidth(box);
  const layout = useMemo(() => layOutDiagram(shown, Math.max(width / SMALLER, 300)), [shown, width]);
  return (
    <div ref={box} className="bar-threads" tabIndex={0} aria-label={say('songs.selected-bars-as-played')}>
      {width > 0 && (
        <div className="threads" role="img" aria-label={say('term.notes', { count: shown.strokes.length })}>
          <FingeringDiagram
            pattern={shown}
            frame={shown}
            layout={layout}
            digits={study.analysis.digits}
            label={stringLabel}
          />
        </div>
      )}
    </div>
  );
};

/** Bars drawn large at the most: more would only be small. */
const MOST_DRAWN = 4;

/** The chosen bars: their chords, what is played, words; and how they lie under the hand. */
export const BarPanel = ({
  shown,
  study,
  played,
}: {
  readonly shown: Pattern | undefined;
  readonly study: SongAnalysis | undefined;
  /** The first of them as it is played, counted from 0. */
  readonly played: number | undefined;
}) => {
  const chosen = useSong((state) => state.selectedBars);
  const bar = useSong((state) => getBarsAt(state.document, chosen.location)[chosen.from]);
  const [editing, setEditing] = useState<BarLayer | null>(null);
  if (!bar) return null;
  const last = chosen.from + chosen.count;
  return (
    <section className="bar-panel" aria-label={say('songs.selected-bars')}>
      <header>
        <h2>
          {chosen.location.startsWith('ending/') && say('songs.ending')}
          {chosen.count === 1 ? say('songs.bar-2', { last }) : say('songs.bars', { from: chosen.from + 1, last })}
        </h2>
        <BarActions
          shown={shown}
          played={played}
          edit={played === undefined || chosen.count > 1 ? undefined : setEditing}
        />
      </header>
      <div className="bar-fields" key={`${chosen.location}${chosen.from}`}>
        <ChordField bar={bar} />
        <BarPatternSelect bar={bar} />
        <TimeSignatureField bar={bar} />
        <WordsField bar={bar} />
      </div>
      <div className="bar-drawn">
        <Shapes bar={bar} />
        {shown && study && shown.bars <= MOST_DRAWN && <BarThreads shown={shown} study={study} />}
      </div>
      {editing && played !== undefined && (
        <BarEditorDialog bar={bar} played={played} what={editing} hide={() => setEditing(null)} />
      )}
    </section>
  );
};
