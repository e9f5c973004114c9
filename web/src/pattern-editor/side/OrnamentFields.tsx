import { say, sayMessage } from '@fleet-wren/wording';
import {
  BEND_STEPS,
  ORNAMENT_LIMITS,
  bendName,
  findStoppedFret,
  type GraceNote,
  LEADING_SLURS,
  type LeadingSlur,
  type Stroke,
} from '@fleet-wren/core';
import { SlurOptions } from './SlurOptions.tsx';
import { usePatternEditor, usePatternEditorStore } from '../../workspace/pattern-editor-context.ts';
import {
  ORNAMENTS,
  SLIDES,
  kindOfOrnament,
  kindOfSlide,
  withOrnament,
  withSlide,
  type OrnamentKind,
  type SlideKind,
} from '../../components/pattern-editor/ornament-choices.ts';

interface FieldProps {
  readonly stroke: Stroke;
}

const ORNAMENT_WORDS: Readonly<Record<OrnamentKind, string>> = {
  none: say('bench.no-ornament'),
  bend: say('bench.ornament-bend'),
  release: say('bench.ornament-release'),
  grace: say('bench.ornament-grace'),
  trill: say('bench.ornament-trill'),
};

const SLIDE_WORDS: Readonly<Record<SlideKind, string>> = {
  none: say('bench.no-ornament'),
  'in-below': say('bench.slide-in-below'),
  'in-above': say('bench.slide-in-above'),
  'out-below': say('bench.slide-out-below'),
  'out-above': say('bench.slide-out-above'),
};

const BendField = ({ stroke }: FieldProps) => {
  const { change } = usePatternEditorStore().getState();
  if (!stroke.bend) return null;
  return (
    <label>
      {say('bench.bend-by')}
      <select
        value={stroke.bend.semitones}
        onChange={({ target }) =>
          change((one) => (one.bend ? { ...one, bend: { ...one.bend, semitones: Number(target.value) } } : one))
        }
      >
        {BEND_STEPS.map((semitones) => (
          <option key={semitones} value={semitones}>
            {sayMessage(bendName(semitones, 'word'))}
          </option>
        ))}
      </select>
    </label>
  );
};

const sayDistance = (frets: number): string =>
  say('bench.grace-frets', { frets: Math.abs(frets), side: frets < 0 ? 'below' : 'above' });

/** Distances of a grace note that lie on the neck, the nearest below first. */
const listDistances = (fret: number): readonly number[] => {
  const { grace } = ORNAMENT_LIMITS;
  const below = Array.from({ length: Math.min(grace, fret) }, (_, index) => -index - 1);
  return [...below, ...Array.from({ length: grace }, (_, index) => index + 1)];
};

const GraceFields = ({ stroke }: FieldProps) => {
  const { change } = usePatternEditorStore().getState();
  const pattern = usePatternEditor((state) => state.document);
  const { grace } = stroke;
  if (!grace) return null;
  const set = (next: GraceNote): void => change((one) => (one.grace ? { ...one, grace: next } : one));
  const distances = listDistances(findStoppedFret(pattern, stroke) ?? 0);
  return (
    <>
      <label>
        {say('bench.grace-from')}
        <select value={grace.frets} onChange={({ target }) => set({ ...grace, frets: Number(target.value) })}>
          {[...new Set([...distances, grace.frets])].map((frets) => (
            <option key={frets} value={frets}>
              {sayDistance(frets)}
            </option>
          ))}
        </select>
      </label>
      <label>
        {say('bench.grace-by')}
        <select
          value={grace.slur ?? ''}
          onChange={({ target: { value } }) =>
            set({ frets: grace.frets, ...(value === '' ? {} : { slur: value as LeadingSlur }) })
          }
        >
          <SlurOptions slurs={LEADING_SLURS} />
        </select>
      </label>
    </>
  );
};

const TrillField = ({ stroke }: FieldProps) => {
  const { change } = usePatternEditorStore().getState();
  if (stroke.trill === undefined) return null;
  return (
    <label>
      {say('bench.trill-with')}
      <select
        value={stroke.trill}
        onChange={({ target }) =>
          change((one) => (one.trill === undefined ? one : { ...one, trill: Number(target.value) }))
        }
      >
        {Array.from({ length: ORNAMENT_LIMITS.trill }, (_, index) => index + 1).map((frets) => (
          <option key={frets} value={frets}>
            {sayDistance(frets)}
          </option>
        ))}
      </select>
    </label>
  );
};

/** What is done with the chosen note besides striking it: bent, trilled, led to by a grace note or a slide. */
export const OrnamentFields = ({ stroke }: FieldProps) => {
  const { change } = usePatternEditorStore().getState();
  const pattern = usePatternEditor((state) => state.document);
  return (
    <>
      <label>
        {say('bench.ornament')}
        <select
          value={kindOfOrnament(stroke)}
          onChange={({ target }) => change((one) => withOrnament(pattern, one, target.value as OrnamentKind))}
        >
          {ORNAMENTS.map((kind) => (
            <option key={kind} value={kind}>
              {ORNAMENT_WORDS[kind]}
            </option>
          ))}
        </select>
      </label>
      <BendField stroke={stroke} />
      <GraceFields stroke={stroke} />
      <TrillField stroke={stroke} />
      <label>
        {say('bench.slide')}
        <select
          value={kindOfSlide(stroke)}
          onChange={({ target }) => change((one) => withSlide(one, target.value as SlideKind))}
        >
          {SLIDES.map((kind) => (
            <option key={kind} value={kind}>
              {SLIDE_WORDS[kind]}
            </option>
          ))}
        </select>
      </label>
    </>
  );
};
