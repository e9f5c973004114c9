import { say } from '@fleet-wren/wording';
import type { ActuatorLoad } from '@fleet-wren/core';
import { digitColour } from '../../parts/token/shapes.ts';

const colourOf = (striker: ActuatorLoad['actuator']): string => digitColour(striker === 'pick' ? 'down' : striker);

/** How busy each digit is. */
export const LoadBars = ({ load, tempo }: { readonly load: readonly ActuatorLoad[]; readonly tempo: number }) => {
  const most = Math.max(4, ...load.map(({ strokesPerSecond: rate }) => rate));
  return (
    <section aria-label={say('bench.finger-load')}>
      <h2>{say('bench.notes-per-second-at-bpm', { tempo })}</h2>
      <ul className="loads">
        {load.map(({ actuator: striker, strokesPerSecond: rate, longestRest }) => (
          <li key={striker} title={say('bench.longest-rest-s', { longestRest: longestRest.toFixed(2) })}>
            <span style={{ color: colourOf(striker) }} className="load-digit">
              {striker}
            </span>
            <span className="load-track">
              <span style={{ width: `${(100 * rate) / most}%`, background: colourOf(striker) }} />
            </span>
            <span>{say('bench.per-second', { rate: rate.toFixed(1) })}</span>
          </li>
        ))}
      </ul>
    </section>
  );
};
