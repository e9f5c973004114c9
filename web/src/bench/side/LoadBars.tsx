import type { Load } from '@fleet-wren/core';
import { digitColour } from '../../parts/token/shapes.ts';

const colourOf = (striker: Load['striker']): string => digitColour(striker === 'pick' ? 'down' : striker);

/** How busy each digit is. */
export const LoadBars = ({ load, tempo }: { readonly load: readonly Load[]; readonly tempo: number }) => {
  const most = Math.max(4, ...load.map(({ rate }) => rate));
  return (
    <section aria-label="Load">
      <h2>Load at {tempo}</h2>
      <ul className="loads">
        {load.map(({ striker, rate, longestRest }) => (
          <li key={striker} title={`Longest rest ${longestRest.toFixed(2)} s`}>
            <span style={{ color: colourOf(striker) }} className="load-digit">
              {striker}
            </span>
            <span className="load-track">
              <span style={{ width: `${(100 * rate) / most}%`, background: colourOf(striker) }} />
            </span>
            <span>{rate.toFixed(1)} a second</span>
          </li>
        ))}
      </ul>
    </section>
  );
};
