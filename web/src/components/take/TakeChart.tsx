import { say, sayMessage } from '@fleet-wren/wording';
import { actuatorOf, type AlignedStroke, type Actuator, type TakeAssessment, fingerName } from '@fleet-wren/core';
import { scaleLinear } from 'd3-scale';
import { useRef, type ReactNode } from 'react';
import { useElementWidth } from '../useElementWidth.ts';
import type { AskedInTake } from './assessed-take.ts';
import { formatSigned } from './format-signed.ts';

const PICTURE = { row: 34, top: 26, bottom: 10 } as const;

/** What is beside the strings of a wide picture and of one on a telephone; the figure begins and ends inside. */
const sidesOf = (width: number) =>
  width < 560 ? { left: 26, right: 4, inside: 14 } : { left: 60, right: 16, inside: 20 };

/** Where the figure begins and ends in a picture of so many pixels. */
const spanOf = (width: number): readonly [number, number] => {
  const { left, right, inside } = sidesOf(width);
  return [left + inside, width - right - inside];
};

/** Pixels a picture has at the least, also before it is measured. */
const LEAST_WIDTH = 300;

/** How many times what is beside the pulse is drawn wider than it is. */
const WIDER = 3;

interface PictureProps {
  readonly asked: AskedInTake;
  readonly judgement: TakeAssessment;
  /** What goes through the picture while the take is heard, by where the figure begins and ends in it, in shares. */
  readonly cursor: (span: readonly [from: number, to: number]) => ReactNode;
}

interface Drawn {
  readonly x: number;
  readonly y: number;
  readonly striker: Actuator | null;
  readonly what: AlignedStroke['what'];
  readonly key: string;
}

/**
 * What was asked, once round on its strings, and every stroke of the take where it fell: to the right of its line is
 * late, to the left early, three times as wide as it was.
 */
export const TakeChart = ({ asked: { score, referenceNotes }, judgement, cursor }: PictureProps) => {
  const box = useRef<HTMLElement>(null);
  const width = Math.max(LEAST_WIDTH, useElementWidth(box));
  const { left } = sidesOf(width);
  const span = spanOf(width);
  const strings = score.instrument.pitches.length;
  const height = PICTURE.top + strings * PICTURE.row + PICTURE.bottom;
  const x = scaleLinear([0, referenceNotes.passSeconds], span);
  const y = (string: number): number => PICTURE.top + (string - 0.5) * PICTURE.row;
  const once = referenceNotes.strokes.filter(({ pass }) => pass === 0);
  const drawn = judgement.heard.strokes.flatMap((stroke): readonly Drawn[] => {
    const one = referenceNotes.strokes[stroke.asked];
    if (!one || stroke.what === 'unplayed') return [];
    const at = one.onset - one.pass * referenceNotes.passSeconds;
    const beside = stroke.at === null ? 0 : (stroke.at - stroke.pulse) * WIDER;
    const spread =
      (judgement.heard.cycles > 1 ? one.pass / (judgement.heard.cycles - 1) - 0.5 : 0) * 0.62 * PICTURE.row;
    const striker = one.digit && actuatorOf(one.digit);
    return [{ x: x(at + beside), y: y(one.string) + spread, striker, what: stroke.what, key: String(stroke.asked) }];
  });
  return (
    <figure ref={box} className="take-picture">
      <div className="take-stage">
        <svg
          viewBox={`0 0 ${width} ${height}`}
          role="img"
          aria-label={say('takes.notes-and-when-they-were-played', { drawnCount: drawn.length })}
        >
          {Array.from({ length: strings }, (_, index) => (
            <line key={index} className="take-string" x1={left} x2={width} y1={y(index + 1)} y2={y(index + 1)} />
          ))}
          {Array.from({ length: strings }, (_, index) => (
            <text key={index} className="chart-tick" x={left - 12} y={y(index + 1)} dy="0.34em" textAnchor="end">
              {index + 1}
            </text>
          ))}
          {score.beats
            .filter(({ at }) => at < score.length)
            .map(({ at, number }) => (
              <text
                key={at}
                className="chart-tick"
                x={x((at / score.length) * referenceNotes.passSeconds)}
                y={14}
                textAnchor="middle"
              >
                {number}
              </text>
            ))}
          {once.map(({ onset, string, scoreIndex }) => (
            <line
              key={scoreIndex}
              className="take-asked"
              x1={x(onset)}
              x2={x(onset)}
              y1={y(string) - 0.42 * PICTURE.row}
              y2={y(string) + 0.42 * PICTURE.row}
            />
          ))}
          {drawn.map(({ key, x: cx, y: cy, striker, what }) =>
            what === 'matched' ? (
              <circle key={key} cx={cx} cy={cy} r={2.6} style={{ fill: `var(--digit-${striker ?? 'c'})` }} />
            ) : (
              <path
                key={key}
                className={what === 'unclear' ? 'take-untold' : 'take-lost'}
                d={`M${cx - 3.4} ${cy - 3.4}l6.8 6.8m0-6.8l-6.8 6.8`}
              />
            ),
          )}
        </svg>
        {cursor([span[0] / width, span[1] / width])}
      </div>
      <figcaption className="text-soft">{say('takes.each-dot-is-a-note-from')}</figcaption>
    </figure>
  );
};

/** By digit: how late, how even, how loud, how many lost. */
export const FingerStatisticsTable = ({ judgement }: { readonly judgement: TakeAssessment }) => (
  <div className="take-digits">
    <table className="hand-table">
      <caption className="visually-hidden">{say('takes.by-finger')}</caption>
      <thead>
        <tr>
          <th scope="col">{say('takes.finger')}</th>
          <th scope="col">{say('common.notes-2')}</th>
          <th scope="col">{say('takes.late-ms-2')}</th>
          <th scope="col">{say('takes.unevenness-ms-2')}</th>
          <th scope="col">{say('takes.volume-db')}</th>
          <th scope="col">{say('common.missed')}</th>
          <th scope="col">{say('takes.wrong-string')}</th>
        </tr>
      </thead>
      <tbody>
        {judgement.digits.map(({ striker, strokes, placed, timed, lateness, spread, decibels, missed, wrong }) => (
          <tr key={striker}>
            <th scope="row" style={{ color: `var(--digit-${striker})` }}>
              {sayMessage(fingerName(striker))}
            </th>
            <td>{strokes}</td>
            <td>{timed ? formatSigned(lateness * 1000) : say('takes.not-measurable')}</td>
            <td>{placed ? `± ${Math.round(spread * 1000)}` : say('takes.not-measurable')}</td>
            <td>{formatSigned(decibels)}</td>
            <td>{missed}</td>
            <td>{wrong}</td>
          </tr>
        ))}
      </tbody>
    </table>
    {judgement.digits.some(({ timed }) => !timed) && (
      <p className="text-soft">{say('takes.some-notes-cant-be-timed-pinches')}</p>
    )}
  </div>
);
