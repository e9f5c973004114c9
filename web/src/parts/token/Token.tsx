import './token.scss';
import type { Digit } from '@fleet-wren/core';
import { digitColour, tokenPath } from './shapes.ts';

interface TokenProps {
  readonly digit: Digit | null;
  readonly radius: number;
  readonly pinned?: boolean;
  readonly accent?: boolean;
}

const LETTER: Readonly<Record<Digit, string>> = { p: 'p', i: 'i', m: 'm', a: 'a', c: 'c', down: '', up: '' };

/** One stroke's token around 0 0, to stand inside an SVG. */
export const Token = ({ digit, radius, pinned, accent }: TokenProps) => {
  const size = accent ? radius * 1.22 : radius;
  if (!digit) return <circle className="token-open" r={size * 0.8} />;
  return (
    <>
      <path className={pinned ? 'token token-pinned' : 'token'} d={tokenPath(digit, size)} fill={digitColour(digit)} />
      {!pinned && <path className="token-edge" d={tokenPath(digit, size * 1.24)} stroke={digitColour(digit)} />}
      <text className="token-letter" fontSize={size * 1.25} dy="0.34em">
        {LETTER[digit]}
      </text>
    </>
  );
};
