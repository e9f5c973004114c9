import { say } from '@fleet-wren/wording';
import './figure.scss';
import { figureOutline, figureSeries } from './shapes.ts';

/**
 * The badge of a song's figure: its number in a shape and a colour of its own. Sections have letters, so figures have
 * none.
 */
export const FigureBadge = ({ number }: { readonly number: number }) => (
  <span className="figure-badge" role="img" aria-label={say('songs.figure', { number })}>
    <svg viewBox="0 0 20 20" width={20} height={20} aria-hidden="true">
      <path d={figureOutline(number)} className={`figure-outline figure-series-${figureSeries(number)}`} />
      <text x={10} y={10} dy="0.35em">
        {number}
      </text>
    </svg>
  </span>
);
