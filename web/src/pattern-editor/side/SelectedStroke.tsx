import { Say } from '../../components/say/Say.tsx';
import { say, sayList, sayMessage, saySentence } from '@fleet-wren/wording';
import {
  voicingAt,
  CHORD_ROLES,
  SLURS,
  formatMaxTempo,
  createSubdivideBeatEdit,
  subdivisionOfBeat,
  tickToBarPosition,
  findStringOfRole,
  resolveSchoolOrThrow,
  ticksPerBeat,
  SUBDIVISIONS,
  isSubdivisionPossible,
  type Digit,
  type DigitExplanation,
  type DigitAlternative,
  type Articulation,
  type Pattern,
  type ChordRole,
  type Slur,
  type Stroke,
  fingerName,
  fingerWord,
} from '@fleet-wren/core';
import { useMemo, useState } from 'react';
import { getDigitColour } from '../../components/stroke-symbol/symbol-shapes.ts';
import { StrokeSymbol } from '../../components/stroke-symbol/StrokeSymbol.tsx';
import { usePatternEditor, usePatternEditorStore } from '../../workspace/pattern-editor-context.ts';
import { SlurOptions } from './SlurOptions.tsx';
import { OrnamentFields } from './OrnamentFields.tsx';
import { ROLE_WORDS } from '../../components/pattern-editor/screen-reader-text.ts';

const DigitButton = ({
  digit,
  stroke,
  current,
}: {
  readonly digit: Digit;
  readonly stroke: Stroke;
  readonly current: Digit | null;
}) => {
  const { addStroke } = usePatternEditorStore().getState();
  const pinned = stroke.pin === digit;
  return (
    <button
      type="button"
      className={digit === current ? 'digit-button current' : 'digit-button'}
      aria-pressed={pinned}
      aria-label={
        pinned
          ? say('bench.unpin', { finger: sayMessage(fingerName(digit)) })
          : say('bench.pin', { finger: sayMessage(fingerName(digit)) })
      }
      title={
        pinned
          ? say('bench.unpin-key')
          : say('bench.pin-key', { finger: sayMessage(fingerName(digit)), key: digit[0] ?? '' })
      }
      onClick={() => addStroke(pinned ? undefined : digit)}
    >
      <svg viewBox="-16 -16 32 32" width={32} height={32} aria-hidden="true">
        <StrokeSymbol digit={digit} radius={12} pinned={pinned} />
      </svg>
    </button>
  );
};

const Reason = ({ explanation }: { readonly explanation: DigitExplanation }) => {
  const { reason, runnerUp } = explanation;
  return (
    <p>
      {sayMessage(reason)}{' '}
      {runnerUp && (
        <Say
          text="bench.next-best"
          values={{ finger: sayMessage(fingerWord(runnerUp.digit)), against: sayMessage(runnerUp.against) }}
          elements={{ b: (inside) => <b style={{ color: getDigitColour(runnerUp.digit) }}>{inside}</b> }}
        />
      )}
    </p>
  );
};

const ceilingThen = ({ maxTempo }: DigitAlternative): string =>
  maxTempo === null ? say('bench.no-tempo-limit') : say('bench.up-to-bpm', { ceiling: formatMaxTempo(maxTempo) });

/** Who else could take the stroke, and the tempo ceiling then; those the school has elsewhere are named last. */
const InsteadLine = ({ instead }: { readonly instead: readonly DigitAlternative[] }) => {
  const free = instead.filter(({ breaksRule }) => !breaksRule);
  const against = instead.filter(({ breaksRule }) => breaksRule).map(({ digit }) => sayMessage(fingerWord(digit)));
  if (instead.length === 0) return null;
  return (
    <p className="instead">
      {free.length > 0 && say('bench.other-fingers')}
      {free.map((one) => (
        <span key={one.digit}>
          {' '}
          <b style={{ color: getDigitColour(one.digit) }}>{sayMessage(fingerWord(one.digit))}</b> {ceilingThen(one)}
          {(one !== free.at(-1) || against.length > 0) && ' ·'}
        </span>
      ))}
      {against.length > 0 && ` ${say('bench.against-rules', { fingers: sayList(against) })}`}
    </p>
  );
};

const MARK_BUTTONS: readonly (readonly [mark: Articulation, label: string, key: string])[] = [
  ['accent', say('bench.accent'), "'"],
  ['ring', say('bench.let-ring'), 'G'],
  ['damped', say('bench.palm-mute'), 'X'],
  ['rake', say('bench.rake'), 'R'],
  ['brush', say('bench.brush'), 'B'],
  ['silent', say('bench.silent-2'), 'Q'],
  ['unplanted', say('bench.no-planting-2'), ''],
  ['vibrato', say('bench.vibrato'), 'V'],
  ['staccato', say('bench.staccato'), ','],
  ['dead', say('bench.dead-note'), 'Z'],
  ['restStroke', say('bench.rest-stroke'), ''],
  ['glide', say('bench.picked-slide'), ''],
  ['rolled', say('bench.rolled-chord'), ''],
  ['tapped', say('bench.picking-hand-tap'), ''],
];

const Marks = ({ stroke }: { readonly stroke: Stroke }) => {
  const { toggleMark } = usePatternEditorStore().getState();
  return (
    <div className="mark-buttons" role="group" aria-label={say('bench.articulation')}>
      {MARK_BUTTONS.map(([mark, label, key]) => (
        <button
          key={mark}
          type="button"
          aria-pressed={stroke[mark] === true}
          onClick={() => toggleMark(mark)}
          title={key ? `${label} (${key})` : label}
        >
          {label}
        </button>
      ))}
    </div>
  );
};

/** Where a role lands on the chord at hand. */
const landing = (pattern: Pattern, at: number, role: ChordRole): string => {
  const string = findStringOfRole(pattern.instrument, voicingAt(pattern, at), role);
  return string === null ? say('bench.no-string') : say('bench.string', { string });
};

const withRole =
  (pattern: Pattern, role: ChordRole | undefined) =>
  ({ role: _old, ...stroke }: Stroke): Stroke =>
    role
      ? {
          ...stroke,
          role,
          string: findStringOfRole(pattern.instrument, voicingAt(pattern, stroke.at), role) ?? stroke.string,
        }
      : stroke;

const StringChoice = ({ stroke }: { readonly stroke: Stroke }) => {
  const bench = usePatternEditorStore();
  const pattern = usePatternEditor((state) => state.document);
  const choose = (value: string): void => {
    const role = CHORD_ROLES.find((one) => one === value);
    bench.getState().change(withRole(pattern, role));
    const moved = bench.getState().document.strokes.find(({ id }) => id === stroke.id);
    if (moved) bench.getState().moveCell({ at: moved.at, string: moved.string });
  };
  return (
    <label>
      {say('bench.string-2')}
      <select value={stroke.role ?? ''} onChange={({ target }) => choose(target.value)}>
        <option value="">{say('bench.always-string', { string: stroke.string })}</option>
        {CHORD_ROLES.map((role) => (
          <option key={role} value={role}>
            {ROLE_WORDS[role]} ({landing(pattern, stroke.at, role)})
          </option>
        ))}
      </select>
    </label>
  );
};

const FretField = ({ stroke }: { readonly stroke: Stroke }) => {
  const { change } = usePatternEditorStore().getState();
  const [typed, setTyped] = useState<string | null>(null);
  const settle = (): void => {
    if (typed !== null)
      change(({ fret: _old, ...rest }) => (typed.trim() === '' ? rest : { ...rest, fret: Number(typed) }));
    setTyped(null);
  };
  return (
    <>
      <label>
        {say('bench.fret')}
        <input
          inputMode="numeric"
          aria-label={say('bench.fret-of-this-note')}
          placeholder={say('bench.from-chord')}
          value={typed ?? (stroke.fret === undefined ? '' : String(stroke.fret))}
          onChange={({ target }) => setTyped(target.value.replace(/\D/g, ''))}
          onBlur={settle}
          onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
        />
      </label>
      {stroke.fret !== undefined && (
        <button
          type="button"
          className="link-button follow-chord"
          onClick={() => change(({ fret: _fret, ...rest }) => rest)}
        >
          {say('bench.follow-the-chord')}
        </button>
      )}
    </>
  );
};

const SlurChoice = ({ stroke }: { readonly stroke: Stroke }) => {
  const { change } = usePatternEditorStore().getState();
  const choose = (value: string): void => {
    const slur = SLURS.find((one) => one === value);
    change(({ slur: _old, pin, ...rest }) => (slur ? { ...rest, slur } : { ...rest, ...(pin ? { pin } : {}) }));
  };
  return (
    <label>
      {say('bench.played-by')}
      <select value={stroke.slur ?? ''} onChange={({ target }) => choose(target.value as Slur)}>
        <SlurOptions slurs={SLURS} />
      </select>
    </label>
  );
};

/** In how many parts the beat under the cell is cut. */
export const BeatSubdivisionSelect = () => {
  const { applyEdit } = usePatternEditorStore().getState();
  const pattern = usePatternEditor((state) => state.document);
  const at = usePatternEditor((state) => state.cell.at);
  const { beat, bar } = tickToBarPosition(pattern.metre, at);
  const parts = subdivisionOfBeat(pattern, Math.floor(at / ticksPerBeat(pattern.metre)));
  return (
    <p className="beat-choice">
      <label>
        {say('bench.divide-beat', { bar: pattern.bars > 1 ? bar : 0, beat })}
        <select
          value={parts}
          onChange={({ target }) => applyEdit(createSubdivideBeatEdit(pattern, at, Number(target.value)))}
        >
          {SUBDIVISIONS.filter((one) => one <= 12 && isSubdivisionPossible(pattern.metre, one)).map((one) => (
            <option key={one} value={one}>
              {one === pattern.subdivision ? say('bench.as-in-the-other-beats', { one }) : one}
            </option>
          ))}
        </select>
      </label>
    </p>
  );
};

/** Why the chosen stroke has its digit, and what can be done with it; with a selection it is done to all of it. */
export const SelectedStroke = ({
  stroke,
  explanation,
  digit,
}: {
  readonly stroke: Stroke;
  readonly explanation: DigitExplanation | null;
  readonly digit: Digit | null;
}) => {
  const school = usePatternEditor((state) => state.document.school);
  const ownSchool = usePatternEditor((state) => state.document.ownSchool);
  const { digits } = useMemo(() => resolveSchoolOrThrow({ school, ownSchool }), [school, ownSchool]);
  return (
    <section aria-label={say('bench.selected-note')} className="chosen-stroke">
      <h2>{explanation ? saySentence(explanation.position) : say('bench.selected-note')}</h2>
      {explanation && <Reason explanation={explanation} />}
      {explanation && <InsteadLine instead={explanation.alternatives} />}
      {!stroke.slur && (
        <div className="digit-buttons">
          {digits.map((one) => (
            <DigitButton key={one} digit={one} stroke={stroke} current={digit} />
          ))}
        </div>
      )}
      <Marks stroke={stroke} />
      <div className="stroke-fields">
        <StringChoice stroke={stroke} />
        <SlurChoice stroke={stroke} />
        <FretField stroke={stroke} />
        <OrnamentFields stroke={stroke} />
      </div>
    </section>
  );
};
