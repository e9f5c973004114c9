import './stroke-symbol.scss';
import { getSymbolPath, type Digit, type Stroke } from '@fleet-wren/core';
import { getDigitColour } from './symbol-shapes.ts';

interface TokenProps {
  readonly digit: Digit | null;
  readonly radius: number;
  readonly pinned?: boolean;
  readonly accent?: boolean;
  /** Whether it is drawn as an outline, as harmonics are. */
  readonly isHollow?: boolean;
  /** What else the stroke is marked with. */
  readonly marks?: Partial<Stroke>;
}

const LETTER: Readonly<Record<Digit, string>> = { p: 'p', i: 'i', m: 'm', a: 'a', c: 'c', down: '', up: '' };

/** Lines across a damped token, readable in grey. */
const Hatching = ({ size }: { readonly size: number }) => (
  <g className="token-hatch">
    {[-0.5, 0, 0.5].map((shift) => (
      <line key={shift} x1={(shift - 0.45) * size} y1={0.75 * size} x2={(shift + 0.45) * size} y2={-0.75 * size} />
    ))}
  </g>
);

const SCALES = { loud: 1.1, plain: 1, soft: 0.82 } as const;

const scaleOf = (accent: boolean | undefined, loudness: Stroke['loudness']): number =>
  accent ? 1.22 : SCALES[loudness ?? 'plain'];

const classOf = (pinned: boolean | undefined, hollow: boolean, { silent }: Partial<Stroke>): string =>
  ['token', pinned ? 'token-pinned' : '', hollow ? 'token-hollow' : '', silent ? 'token-silent' : '']
    .filter(Boolean)
    .join(' ');

/** One stroke's token around 0 0, to stand inside an SVG. */
export const StrokeSymbol = ({ digit, radius, pinned, accent, isHollow, marks = {} }: TokenProps) => {
  const hollow = isHollow === true || marks.harmonic !== undefined;
  const size = radius * scaleOf(accent, marks.loudness);
  if (!digit)
    return (
      <circle className={marks.slur ? 'token-open token-slurred' : 'token-open'} r={size * (marks.slur ? 0.5 : 0.8)} />
    );
  const colour = getDigitColour(digit);
  return (
    <>
      <path
        className={classOf(pinned, hollow, marks)}
        d={getSymbolPath(digit, size)}
        fill={hollow ? 'var(--paper)' : colour}
        // As a style: the class has a stroke of its own, which would go before an attribute.
        style={hollow && !pinned ? { stroke: colour } : undefined}
      />
      {marks.damped && <Hatching size={size} />}
      {!pinned && <path className="token-edge" d={getSymbolPath(digit, size * 1.24)} stroke={colour} />}
      <text className="token-letter" fontSize={size * 1.25} dy="0.34em" style={hollow ? { fill: colour } : undefined}>
        {LETTER[digit]}
      </text>
    </>
  );
};
