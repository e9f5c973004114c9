import type { ReactNode } from 'react';

/** Terms that have a picture. */
export type PicturedTerm = 'diagram' | 'fingers-view' | 'wheel' | 'sustain' | 'ladder' | 'school';

const lines = (count: number): ReactNode =>
  Array.from({ length: count }, (_, index) => (
    <path key={index} d={`M6 ${12 + index * 14}H154`} className="term-line" />
  ));

const dot = (x: number, y: number, digit: string): ReactNode => (
  <circle key={`${x} ${y}`} cx={x} cy={y} r={6} fill={`var(--digit-${digit})`} />
);

const PICTURES: Readonly<Record<PicturedTerm, ReactNode>> = {
  diagram: (
    <>
      {lines(4)}
      <path d="M20 54C40 54 40 26 60 26S84 12 100 12S124 26 140 26" className="term-thread" />
      {dot(20, 54, 'p')}
      {dot(60, 26, 'm')}
      {dot(100, 12, 'a')}
      {dot(140, 26, 'm')}
    </>
  ),
  'fingers-view': (
    <>
      {['a', 'm', 'i', 'p'].map((digit, index) => (
        <g key={digit}>
          <rect x={6} y={8 + index * 14} width={148} height={7} fill={`var(--digit-${digit})`} opacity={0.25} />
          {dot(24 + index * 34, 11.5 + index * 14, digit)}
        </g>
      ))}
    </>
  ),
  wheel: (
    <>
      <circle cx={80} cy={33} r={26} className="term-line" fill="none" />
      {['p', 'i', 'm', 'p', 'i', 'm', 'p', 'i'].map((digit, index) => {
        const angle = (index / 8) * 2 * Math.PI - Math.PI / 2;
        return dot(80 + 26 * Math.cos(angle), 33 + 26 * Math.sin(angle), digit);
      })}
    </>
  ),
  sustain: (
    <>
      {lines(4)}
      {[
        [14, 54, 130, 'p'],
        [44, 26, 60, 'm'],
        [74, 12, 70, 'a'],
      ].map(([x, y, width, digit]) => (
        <rect
          key={String(digit)}
          x={Number(x)}
          y={Number(y) - 4}
          width={Number(width)}
          height={8}
          rx={4}
          fill={`var(--digit-${digit})`}
          opacity={0.6}
        />
      ))}
    </>
  ),
  ladder: (
    <>
      {[0, 1, 2, 3, 4].map((step) => (
        <rect
          key={step}
          x={10 + step * 29}
          y={50 - step * 10}
          width={25}
          height={10 + step * 10}
          rx={2}
          className={step < 3 ? 'term-done' : 'term-open'}
        />
      ))}
    </>
  ),
  school: (
    <>
      {lines(4)}
      {dot(30, 54, 'p')}
      {dot(66, 40, 'i')}
      {dot(102, 26, 'm')}
      {dot(138, 12, 'a')}
    </>
  ),
};

/** The small picture of a term. */
export const TermPicture = ({ term }: { readonly term: PicturedTerm }) => (
  <svg viewBox="0 0 160 66" width={160} height={66} className="term-picture" aria-hidden="true">
    {PICTURES[term]}
  </svg>
);
