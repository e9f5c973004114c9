import { FigureBadge } from '../components/figure/FigureBadge.tsx';
import { Say } from '../components/say/Say.tsx';
import { say, saySentence } from '@fleet-wren/wording';
import {
  formatBarChords,
  createHalfTimeEdit,
  formatMetre,
  rehearsalLetter,
  getBarsAt,
  listEndings,
  gradeSeverity,
  createToggleEndingEdit,
  type Bar,
  type BarAnalysis,
  type EndingLocation,
  type ThumbnailStroke,
  type Section,
  type SongAnalysis,
} from '@fleet-wren/core';
import { stringCount } from '@fleet-wren/core';
import { DndContext, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import { SortableContext, rectSortingStrategy, useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { Copy, Plus, Trash2 } from 'lucide-react';
import { memo, useMemo, useState } from 'react';
import { Button } from 'react-bootstrap';
import { FingeringThumbnail } from '../components/fingering-diagram/FingeringThumbnail.tsx';
import { SectionDampingSelect } from './SectionDampingSelect.tsx';
import { BARS_PER_ROW } from './song-shortcuts.ts';
import { useShownKey } from './useShownKey.ts';
import { formatBarNumerals } from './bar-numerals.ts';
import { useSong, useSongStore } from './song-store.ts';

interface BarProps {
  readonly bar: Bar;
  readonly place: string;
  readonly index: number;
  readonly chosen: boolean;
  readonly heard: boolean;
  readonly reading?: BarAnalysis;
  /** Number of its figure, from 1. */
  readonly figure?: number;
  readonly strokes: readonly ThumbnailStroke[];
  /** Its chords as degrees of the key, where they are shown. */
  readonly numerals: string;
}

const troubleWords = (reading: BarAnalysis | undefined): string => {
  if (!reading) return '';
  if (reading.mutedStrokes.length > 0) return say('songs.a-string-muted-by-the-chord');
  return reading.worst ? saySentence(reading.worst.message) : '';
};

const BarCell = memo(({ bar, place, index, chosen, heard, reading, figure, strokes, numerals }: BarProps) => {
  const store = useSongStore();
  const song = useSong((state) => state.document);
  const strings = useSong((state) => stringCount(state.document.instrument));
  const choose = (extend: boolean): void => {
    const { selectedBars: before, choose: set } = store.getState();
    const start = before.location === place ? Math.min(before.from, index) : index;
    set(
      extend && before.location === place
        ? { location: place, from: start, count: Math.abs(before.from - index) + 1 }
        : { location: place, from: index, count: 1 },
    );
  };
  const trouble = troubleWords(reading);
  const grade = reading?.worst ? gradeSeverity(reading.worst.severity) : '';
  const worst = reading?.mutedStrokes.length ? 'notable' : grade;
  const chords = formatBarChords(bar, song);
  const strain = reading?.strain ?? 0;
  const { setNodeRef, listeners, transform, transition, isDragging } = useSortable({ id: String(index) });
  return (
    <button
      ref={setNodeRef}
      style={{ transform: CSS.Transform.toString(transform), transition, zIndex: isDragging ? 2 : undefined }}
      {...listeners}
      type="button"
      className={`song-bar${chosen ? ' song-bar-chosen' : ''}${heard ? ' song-bar-heard' : ''}`}
      aria-pressed={chosen}
      title={trouble || undefined}
      onClick={({ shiftKey }) => choose(shiftKey)}
    >
      <span className="song-bar-head">
        <span className="visually-hidden">{say('songs.bar-3', { index: index + 1 })}</span>
        <b>{chords || '%'}</b>
        {numerals && <small className="song-bar-numerals">{numerals}</small>}
        {bar.metre && <small className="song-bar-metre">{formatMetre(bar.metre)}</small>}
        {figure !== undefined && <FigureBadge number={figure} />}
      </span>
      <FingeringThumbnail strokes={strokes} strings={strings} width={178} height={46} />
      {bar.melody && <span className="visually-hidden">{say('songs.with-a-melody')}</span>}
      {bar.words && <span className="song-words">{bar.words}</span>}
      <span className="strain-track" aria-hidden="true">
        <span className={strainClass(strain)} style={{ width: `${Math.min(100, strain * 100)}%` }} />
      </span>
      {worst && (
        <span className={`bar-trouble bar-${worst}`}>
          <span className="visually-hidden">; {trouble}</span>
        </span>
      )}
    </button>
  );
});

const SectionName = ({ section }: { readonly section: Section }) => {
  const store = useSongStore();
  const [typed, setTyped] = useState<string | null>(null);
  const settle = (): void => {
    const { document, applyEdit } = store.getState();
    const name = typed?.trim();
    if (name && name !== section.name)
      applyEdit({
        kind: 'setSections',
        sections: document.sections.map((one) => (one.id === section.id ? { ...one, name } : one)),
      });
    setTyped(null);
  };
  return (
    <input
      className="section-name"
      aria-label={say('songs.section-name')}
      value={typed ?? section.name}
      maxLength={60}
      onChange={({ target }) => setTyped(target.value)}
      onBlur={settle}
      onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
    />
  );
};

const SectionTools = ({ section }: { readonly section: Section }) => {
  const store = useSongStore();
  const more = (): void => {
    const { applyEdit, document } = store.getState();
    const bars = document.sections.find(({ id }) => id === section.id)?.bars ?? [];
    const last = bars.at(-1) ?? { chords: [], texture: 'rest' as const };
    const { words: _words, melody: _melody, ...plain } = last;
    applyEdit({
      kind: 'setBars',
      section: section.id,
      bars: [...bars, ...Array.from({ length: BARS_PER_ROW }, () => ({ ...plain, chords: [] }))],
    });
  };
  const copy = (): void => {
    const { applyEdit, document } = store.getState();
    const id = `section-${crypto.randomUUID().slice(0, 8)}`;
    applyEdit({
      kind: 'batch',
      edits: [
        {
          kind: 'setSections',
          sections: [
            ...document.sections,
            { ...section, id, name: say('songs.copy', { name: section.name }).slice(0, 60) },
          ],
        },
        { kind: 'setForm', form: [...document.form, { section: id, times: 1 }] },
      ],
    });
  };
  const drop = (): void => {
    const { applyEdit, document } = store.getState();
    applyEdit({
      kind: 'batch',
      edits: [
        { kind: 'setForm', form: document.form.filter((part) => part.section !== section.id) },
        { kind: 'setSections', sections: document.sections.filter(({ id }) => id !== section.id) },
      ],
    });
  };
  const halfTime = (): void => {
    const { document, tryEdit } = store.getState();
    tryEdit(createHalfTimeEdit(document, section.id, (name) => say('songs.half-time-figure', { name })));
  };
  const only = useSong((state) => state.document.sections.length === 1);
  return (
    <span className="section-tools">
      <Button variant="plain" size="sm" onClick={more}>
        <Plus size={14} aria-hidden /> {say('songs.4-bars')}
      </Button>
      <Button
        variant="plain"
        size="sm"
        onClick={halfTime}
        aria-label={say('songs.half-time-of', { name: section.name })}
        title={say('songs.half-time-title')}
      >
        {say('songs.half-time')}
      </Button>
      <Button
        variant="plain"
        size="sm"
        onClick={copy}
        aria-label={say('songs.duplicate', { name: section.name })}
        title={say('songs.duplicate-section')}
      >
        <Copy size={14} aria-hidden />
      </Button>
      <Button
        variant="plain"
        size="sm"
        onClick={drop}
        disabled={only}
        aria-label={say('songs.delete', { name: section.name })}
        title={say('songs.delete-section-also-from-the-form')}
      >
        <Trash2 size={14} aria-hidden />
      </Button>
    </span>
  );
};

const SectionTempo = ({ section }: { readonly section: Section }) => {
  const store = useSongStore();
  const tempo = useSong((state) => state.document.tempo);
  const [typed, setTyped] = useState<string | null>(null);
  const settle = (): void => {
    const { document, applyEdit } = store.getState();
    const value = Number(typed);
    if (typed !== null && value !== (section.tempo ?? document.tempo))
      applyEdit({
        kind: 'setSections',
        sections: document.sections.map((one) => {
          const { tempo: _old, ...rest } = one;
          if (one.id !== section.id) return one;
          return typed.trim() === '' || value === document.tempo ? rest : { ...rest, tempo: value };
        }),
      });
    setTyped(null);
  };
  return (
    <label className={section.tempo === undefined ? 'section-setting' : 'section-setting section-setting-own'}>
      {say('songs.')}
      <input
        aria-label={say('songs.tempo-of-bpm', { name: section.name })}
        inputMode="numeric"
        title={say('songs.tempo-of-this-section-leave-empty')}
        value={typed ?? String(section.tempo ?? tempo)}
        maxLength={5}
        onChange={({ target }) => setTyped(target.value)}
        onBlur={settle}
        onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
      />
    </label>
  );
};

/** What is known of the bars of a map. */
interface Known {
  readonly study: SongAnalysis | undefined;
  /** The first time each bar is played, by place and index. */
  readonly places: ReadonlyMap<string, number>;
  readonly small: readonly (readonly ThumbnailStroke[])[];
  /** The bar that is heard now. */
  readonly heard: { readonly place: string; readonly index: number } | null;
}

const NONE: readonly ThumbnailStroke[] = [];

/** The bars of a section or an ending, which can be pulled to other places in it. */
const BarRow = ({ place, study, places, small, heard }: Known & { readonly place: string }) => {
  const store = useSongStore();
  const bars = useSong((state) => getBarsAt(state.document, place));
  const chosen = useSong((state) => state.selectedBars);
  // A bar is taken up when it is pulled, not when it is clicked; by keyboard it moves with Alt and the arrows.
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const drop = (from: number, to: number): void => {
    if (from !== to) store.getState().moveBarTo(place, from, to);
  };
  const key = useShownKey();
  return (
    <DndContext
      sensors={sensors}
      onDragEnd={({ active, over }) => drop(Number(active.id), Number(over?.id ?? active.id))}
    >
      <SortableContext items={bars.map((_, index) => String(index))} strategy={rectSortingStrategy}>
        <div className="song-bars">
          {bars.map((bar, index) => {
            const played = places.get(`${place}/${index}`);
            const reading = played === undefined ? undefined : study?.barAnalyses[played];
            const motif = reading?.motif ?? null;
            return (
              <BarCell
                key={index}
                bar={bar}
                place={place}
                index={index}
                chosen={chosen.location === place && index >= chosen.from && index < chosen.from + chosen.count}
                heard={heard?.place === place && heard.index === index}
                reading={reading}
                figure={motif === null ? undefined : motif + 1}
                strokes={(played === undefined ? undefined : small[played]) ?? NONE}
                numerals={key ? formatBarNumerals(bar, bars[index + 1], key) : ''}
              />
            );
          })}
        </div>
      </SortableContext>
    </DndContext>
  );
};

const EndingBlock = ({ ending, known }: { readonly ending: EndingLocation; readonly known: Known }) => {
  const store = useSongStore();
  const count = useSong((state) => getBarsAt(state.document, ending.location).length);
  const parts = useSong((state) => state.document.form.filter((part) => part.endings).length);
  const { formIndex, repeat } = ending;
  return (
    <div className="song-ending" role="group" aria-label={say('songs.ending-2', { time: repeat })}>
      <p>
        <Say text="songs.ending-replaces" values={{ time: repeat, count, part: parts > 1 ? formIndex + 1 : 0 }} />
        <Button
          variant="plain"
          size="sm"
          aria-label={say('songs.delete-ending', { time: repeat })}
          onClick={() =>
            store.getState().applyEdit(createToggleEndingEdit(store.getState().document, formIndex, repeat))
          }
        >
          <Trash2 size={14} aria-hidden />
        </Button>
      </p>
      <BarRow place={ending.location} {...known} />
    </div>
  );
};

const strainClass = (strain: number): string => {
  if (strain > 1) return 'strain-over';
  return strain > 0.8 ? 'strain-high' : '';
};

/** A section as rows of bars: chord, texture in small, strain and trouble in each; then its endings. */
export const SongSection = ({
  section,
  index,
  ...known
}: Known & { readonly section: Section; readonly index: number }) => {
  const form = useSong((state) => state.document.form);
  const endings = useMemo(() => listEndings({ form }, section.id), [form, section.id]);
  return (
    <section className="song-section" aria-label={section.name}>
      <header>
        <b className="section-letter">{rehearsalLetter(index)}</b>
        <SectionName section={section} />
        <span className="text-soft">{say('term.bars', { count: section.bars.length })}</span>
        <SectionTempo section={section} />
        <SectionDampingSelect section={section} />
        <SectionTools section={section} />
      </header>
      <BarRow place={section.id} {...known} />
      {endings.map((ending) => (
        <EndingBlock key={ending.location} ending={ending} known={known} />
      ))}
    </section>
  );
};
