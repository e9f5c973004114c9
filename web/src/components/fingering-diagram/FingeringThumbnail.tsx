import { ACTUATORS, actuatorOf, type ThumbnailStroke, getSymbolPath } from '@fleet-wren/core';
import { curveBumpX, line } from 'd3-shape';
import { memo } from 'react';
import { getDigitColour } from '../stroke-symbol/symbol-shapes.ts';

interface MiniatureProps {
  readonly strokes: readonly ThumbnailStroke[];
  readonly strings: number;
  readonly width?: number;
  readonly height?: number;
}

/** The threads of a pattern in small, so that its texture is recognised at a glance. */
export const FingeringThumbnail = memo(({ strokes, strings, width = 168, height = 46 }: MiniatureProps) => {
  const radius = Math.min(height / strings / 2.6, (width / Math.max(16, strokes.length)) * 0.42, 9);
  const x = (place: number): number => 6 + place * (width - 12);
  const y = (string: number): number => ((string - 0.5) * height) / strings;
  const bump = line<ThumbnailStroke>()
    .curve(curveBumpX)
    .x(([place]) => x(place))
    .y(([, string]) => y(string));
  return (
    <svg viewBox={`0 0 ${width} ${height}`} width={width} height={height} aria-hidden="true" className="miniature">
      {Array.from({ length: strings }, (_, index) => (
        <line
          key={index}
          x1={0}
          x2={width}
          y1={y(index + 1)}
          y2={y(index + 1)}
          stroke="var(--rule)"
          strokeWidth={0.8}
        />
      ))}
      {ACTUATORS.map((striker) => {
        const own = strokes.filter(([, , digit]) => digit && actuatorOf(digit) === striker);
        const colour = getDigitColour(own[0]?.[2]);
        return (
          <path
            key={striker}
            d={bump(own) ?? ''}
            fill="none"
            stroke={colour}
            strokeOpacity={0.5}
            strokeWidth={radius / 3}
          />
        );
      })}
      {strokes.map(([place, string, digit], index) => (
        <path
          key={index}
          transform={`translate(${x(place).toFixed(1)} ${y(string).toFixed(1)})`}
          d={getSymbolPath(digit ?? 'i', radius)}
          fill={getDigitColour(digit)}
        />
      ))}
    </svg>
  );
});
