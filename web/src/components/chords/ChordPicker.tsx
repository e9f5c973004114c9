import { chordWords, soundingWords } from './chord-text.ts';
import { say, sayProblems } from '@fleet-wren/wording';
import './chords.scss';
import {
  rankAlternateBassStrings,
  findBassString,
  listPossibleBassStrings,
  listOpenShapes,
  nameShape,
  parseShape,
  stringCount,
  type RankedVoicing,
  type Instrument,
  type Voicing,
  formatFrets,
} from '@fleet-wren/core';
import { Star, Volume2 } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Button, Form, Modal } from 'react-bootstrap';
import { Dialog } from '../dialog/Dialog.tsx';
import { useStrum } from '../../audio/useStrum.ts';
import { backgroundWorker } from '../../workers/workers.ts';
import { useWorkerQuery } from '../../workers/useWorkerQuery.ts';
import { ChordDiagram } from '../chord-diagram/ChordDiagram.tsx';
import { EMPTY_SHAPES, sortFavouritesFirst, useFavouriteShapes } from './useFavouriteShapes.ts';

interface Question {
  readonly symbol: string;
  readonly instrument: Instrument;
}

interface Found {
  readonly shapes: readonly Pick<RankedVoicing, 'voicing' | 'isCommonShape'>[];
  readonly trouble?: string;
}

/** A shape given by its frets under the names it may have, the likeliest first; by its frets where it has none. */
const namedShapes = (own: Voicing, instrument: Instrument): Found['shapes'] => {
  const names = nameShape(instrument, own.frets);
  const voicings = names.length > 0 ? names.map((chord) => ({ ...own, chord })) : [own];
  return voicings.map((voicing) => ({ voicing, isCommonShape: false }));
};

const askShapes = async ({ symbol, instrument }: Question, signal: AbortSignal): Promise<Found> => {
  if (symbol === '')
    return {
      shapes: listOpenShapes(instrument.tuning, stringCount(instrument)).map((voicing) => ({
        voicing,
        isCommonShape: true,
      })),
    };
  const own = parseShape(symbol, instrument);
  if (own) return { shapes: namedShapes(own, instrument) };
  const found = await backgroundWorker.request('voicings', [symbol, instrument], { signal });
  return found.ok ? { shapes: found.value } : { shapes: [], trouble: sayProblems(found.problems) };
};

const bassWords = (instrument: Instrument, voicing: Voicing): string => {
  const bass = findBassString(instrument, voicing);
  const others = rankAlternateBassStrings(instrument, voicing);
  if (bass === null) return say('parts.no-bass');
  return say('parts.bass', { strings: [bass, ...others.slice(0, 2)].join(' · ') });
};

interface PickerProps {
  readonly instrument: Instrument;
  readonly current?: Voicing;
  /** The symbol it opens with. */
  readonly begin?: string;
  readonly pick: (voicing: Voicing) => void;
  readonly hide: () => void;
}

const Shape = ({
  instrument,
  voicing,
  current,
  liked,
  pick,
  like,
}: {
  readonly instrument: Instrument;
  readonly voicing: Voicing;
  readonly current: boolean;
  readonly liked: boolean;
  readonly pick: () => void;
  readonly like: () => void;
}) => {
  const strum = useStrum();
  return (
    <li className={current ? 'shape shape-current' : 'shape'}>
      <button type="button" className="shape-take" onClick={pick}>
        <span className="visually-hidden">{say('common.use')} </span>
        <b>{chordWords(voicing.chord)}</b>
        <small>{soundingWords(voicing, instrument)}</small>
        <span className="visually-hidden"> {formatFrets(voicing.frets)} </span>
        <ChordDiagram voicing={voicing} bass={findBassString(instrument, voicing)} />
        <small>{bassWords(instrument, voicing)}</small>
      </button>
      <button
        type="button"
        className="shape-hear"
        onClick={() => strum(instrument, voicing)}
        aria-label={say('parts.play', { chord: chordWords(voicing.chord), fretWords: formatFrets(voicing.frets) })}
        title={say('common.play')}
      >
        <Volume2 size={14} aria-hidden />
      </button>
      <button
        type="button"
        className={liked ? 'shape-like shape-liked' : 'shape-like'}
        onClick={like}
        aria-pressed={liked}
        aria-label={say('parts.add-to-favourites', {
          chord: chordWords(voicing.chord),
          fretWords: formatFrets(voicing.frets),
        })}
        title={liked ? say('parts.remove-from-favourites-2') : say('parts.add-to-favourites-2')}
      >
        <Star size={14} aria-hidden />
      </button>
    </li>
  );
};

interface StringChoiceProps {
  readonly label: string;
  readonly name: string;
  readonly strings: readonly number[];
  readonly now: number | null;
  readonly usual: number | null;
  readonly choose: (string: number) => void;
}

/** One of the strings of a shape. */
const StringChoice = ({ label, name, strings, now, usual, choose }: StringChoiceProps) => (
  <div className="bass-choice" role="group" aria-label={name}>
    <span>{label}</span>
    {strings.map((string) => (
      <Button
        key={string}
        size="sm"
        variant={string === now ? 'primary' : 'outline-secondary'}
        aria-pressed={string === now}
        onClick={() => choose(string)}
      >
        {string}
        {string === usual && <span className="visually-hidden"> {say('parts.default')}</span>}
      </Button>
    ))}
    {now !== usual && usual !== null && <small>{say('parts.default-string', { usual })}</small>}
  </div>
);

interface ThumbChoicesProps {
  readonly instrument: Instrument;
  readonly voicing: Voicing;
  readonly pick: (voicing: Voicing) => void;
}

/**
 * Which strings of the shape in use carry its bass and alternate with it: what the chord gives, or what the teacher
 * says.
 */
const BassChoice = ({ instrument, voicing, pick }: ThumbChoicesProps) => {
  const { bass: _bass, ...noBass } = voicing;
  const { alternate: _alternate, ...noAlternate } = voicing;
  const chord = chordWords(voicing.chord);
  const basses = listPossibleBassStrings(instrument, voicing);
  if (basses.length < 2) return null;
  const usualBass = findBassString(instrument, noBass);
  const bass = findBassString(instrument, voicing);
  const [usualAlternate = null] = rankAlternateBassStrings(instrument, noAlternate);
  const [alternate = null] = rankAlternateBassStrings(instrument, voicing);
  return (
    <>
      <StringChoice
        label={say('parts.bass-of', { chord })}
        name={say('parts.bass-string-of', { chord })}
        strings={basses}
        now={bass}
        usual={usualBass}
        choose={(string) => pick(string === usualBass ? noBass : { ...noBass, bass: string })}
      />
      <StringChoice
        label={say('parts.alternate-of')}
        name={say('parts.alternate-string-of', { chord })}
        strings={basses.filter((string) => string !== bass)}
        now={alternate}
        usual={usualAlternate}
        choose={(string) => pick(string === usualAlternate ? noAlternate : { ...noAlternate, alternate: string })}
      />
    </>
  );
};

/** Shapes of a chord by ease: type a symbol or the frets, hear a shape, take it. */
export const ChordPicker = ({ instrument, current, begin = '', pick, hide }: PickerProps) => {
  const [typed, setTyped] = useState(begin);
  const symbol = typed.trim();
  const question = useMemo(() => ({ symbol, instrument }), [symbol, instrument]);
  const { value, errorText } = useWorkerQuery(question, askShapes);
  const { isLiked, like, favourites } = useFavouriteShapes(instrument);
  const shapes = sortFavouritesFirst(value?.shapes ?? EMPTY_SHAPES, favourites, symbol);
  const first = shapes[0]?.voicing;
  return (
    <Dialog title={say('parts.choose-a-chord')} size="lg" hide={hide}>
      <Modal.Body>
        <form
          onSubmit={(event) => {
            event.preventDefault();
            if (first) pick(first);
          }}
        >
          <Form.Control
            autoFocus
            aria-label={say('parts.chord-symbol-or-frets')}
            placeholder={say('parts.am7-g-or-frets-from-the')}
            value={typed}
            maxLength={40}
            spellCheck={false}
            onChange={({ target }) => setTyped(target.value)}
          />
        </form>
        {current && symbol === begin.trim() && <BassChoice instrument={instrument} voicing={current} pick={pick} />}
        {(errorText ?? value?.trouble) && (
          <p className="finding finding-trouble mt-3" role="alert">
            {errorText ?? value?.trouble}
          </p>
        )}
        <ul className="shapes" aria-label={say('parts.voicings-easiest-first')}>
          {shapes.map(({ voicing }) => (
            <Shape
              key={voicing.chord + formatFrets(voicing.frets)}
              instrument={instrument}
              voicing={voicing}
              current={current?.chord === voicing.chord && formatFrets(current.frets) === formatFrets(voicing.frets)}
              liked={isLiked(voicing)}
              like={() => like(voicing)}
              pick={() => pick(voicing)}
            />
          ))}
        </ul>
      </Modal.Body>
    </Dialog>
  );
};
