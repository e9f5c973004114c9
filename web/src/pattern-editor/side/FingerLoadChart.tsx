import { say } from '@fleet-wren/wording';
import type { ActuatorLoad } from '@fleet-wren/core';
import { getDigitColour } from '../../components/stroke-symbol/symbol-shapes.ts';

const colourOf = (striker: ActuatorLoad['actuator']): string => getDigitColour(striker === 'pick' ? 'down' : striker);

/** How busy each digit is. */
export const FingerLoadChart = ({
  load,
  tempo,
}: {
  readonly load: readonly ActuatorLoad[];
  readonly tempo: number;
}) => {
  const most = Math.max(4, ...load.map(({ strokesPerSecond }) => strokesPerSecond));
  return (
    <section aria-label={say('bench.finger-load')}>
      <h2>{say('bench.notes-per-second-at-bpm', { tempo })}</h2>
      <ul className="loads">
        {load.map(({ actuator, strokesPerSecond, longestRest }) => (
          <li key={actuator} title={say('bench.longest-rest-s', { longestRest: longestRest.toFixed(2) })}>
            <span style={{ color: colourOf(actuator) }} className="load-digit">
              {actuator}
            </span>
            <span className="load-track">
              <span style={{ width: `${(100 * strokesPerSecond) / most}%`, background: colourOf(actuator) }} />
            </span>
            <span>{say('bench.per-second', { rate: strokesPerSecond.toFixed(1) })}</span>
          </li>
        ))}
      </ul>
    </section>
  );
};
