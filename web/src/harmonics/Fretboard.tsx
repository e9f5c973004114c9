import { chordWords } from '../components/chords/chord-text.ts';
import { say } from '@fleet-wren/wording';
import { stringCount, type CascadeStep, type HarmonicPoint, type Instrument, type Voicing } from '@fleet-wren/core';
import { useLeftHanded } from '../components/left-handed.ts';

/** Sizes of the neck, in pixels: strings lie as on the bench, string 1 on top. */
const BOARD = { width: 860, row: 30, top: 16, left: 46, right: 40, foot: 26 } as const;

/** Frets that bear a dot on most necks. */
const DOTS = [3, 5, 7, 9, 12, 15, 17, 19];

interface BoardProps {
  readonly instrument: Instrument;
  readonly voicing: Voicing;
  readonly points: readonly HarmonicPoint[];
  readonly put: (step: CascadeStep) => void;
}

interface Marked {
  readonly label: string;
  readonly x: number;
  readonly y: number;
  readonly put: () => void;
}

const press = (put: () => void) => (event: React.KeyboardEvent) => {
  if (event.key !== 'Enter' && event.key !== ' ') return;
  event.preventDefault();
  put();
};

const Stopped = ({ label, x, y, put, open }: Marked & { readonly open: boolean }) => (
  <g className="board-stopped" role="button" tabIndex={0} aria-label={label} onClick={put} onKeyDown={press(put)}>
    <title>{label}</title>
    <circle cx={x} cy={y} r={9} className={open ? 'board-open' : undefined} />
  </g>
);

const Touch = ({ label, x, y, put, beyond }: Marked & { readonly beyond: boolean }) => (
  <g
    className={beyond ? 'board-touch board-beyond' : 'board-touch'}
    role="button"
    tabIndex={beyond ? -1 : 0}
    aria-disabled={beyond}
    aria-label={label}
    onClick={beyond ? undefined : put}
    onKeyDown={beyond ? undefined : press(put)}
  >
    <title>{label}</title>
    <path d={`M${x} ${y - 9}l9 9l-9 9l-9 -9z`} />
  </g>
);

/** A shape on a whole neck with the places where its strings are touched; a click puts the note into the cascade. */
export const Fretboard = ({ instrument, voicing, points, put }: BoardProps) => {
  const leftHanded = useLeftHanded();
  const strings = stringCount(instrument);
  const frets = instrument.frets - instrument.capo;
  const far = Math.max(frets, ...points.map(({ touchFret }) => touchFret));
  const step = (BOARD.width - BOARD.left - BOARD.right) / (far + 0.5);
  const turn = (x: number): number => (leftHanded ? BOARD.width - x : x);
  const fretX = (fret: number): number => turn(BOARD.left + fret * step);
  const stopX = (fret: number): number => (fret === 0 ? turn(BOARD.left - 16) : turn(BOARD.left + (fret - 0.5) * step));
  const y = (string: number): number => BOARD.top + (string - 1) * BOARD.row;
  const height = y(strings) + BOARD.foot;
  return (
    <svg
      className="fret-board"
      viewBox={`0 0 ${BOARD.width} ${height}`}
      role="group"
      aria-label={say('chords.fretboard-with', { chord: chordWords(voicing.chord) })}
    >
      {Array.from({ length: strings }, (_, index) => (
        <line
          key={index}
          className="board-string"
          x1={fretX(0)}
          x2={fretX(frets)}
          y1={y(index + 1)}
          y2={y(index + 1)}
        />
      ))}
      {Array.from({ length: frets + 1 }, (_, fret) => (
        <line
          key={fret}
          className={fret === 0 ? 'board-nut' : 'board-fret'}
          x1={fretX(fret)}
          x2={fretX(fret)}
          y1={y(1)}
          y2={y(strings)}
        />
      ))}
      {DOTS.filter((fret) => fret <= frets).map((fret) => (
        <text
          key={fret}
          className="board-number"
          x={turn(BOARD.left + (fret - 0.5) * step)}
          y={height - 6}
          textAnchor="middle"
        >
          {fret}
        </text>
      ))}
      {points.map(({ string, stoppedFret, touchFret, noteName, isReachable }) => (
        <g key={string}>
          <Stopped
            label={say('chords.fretted-label', { string, fret: stoppedFret })}
            x={stopX(stoppedFret)}
            y={y(string)}
            open={stoppedFret === 0}
            put={() => put({ string, isHarmonic: false })}
          />
          <Touch
            label={say('chords.harmonic-label', {
              string,
              touch: touchFret,
              note: noteName,
              reachable: String(isReachable),
            })}
            x={fretX(touchFret)}
            y={y(string)}
            beyond={!isReachable}
            put={() => put({ string, isHarmonic: true })}
          />
        </g>
      ))}
    </svg>
  );
};
