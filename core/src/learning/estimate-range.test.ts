import { readFileSync } from 'node:fs';
import { valueOrThrow } from '../errors/index.ts';
import { ABLE_ADULT_HAND, ESTIMATE_DEFINITIONS, ESTIMATE_KEYS, HAND_PRESETS } from '../fingering/index.ts';
import type { EstimateDefinition, HandProfile } from '../fingering/index.ts';
import { parseStringNotation } from '../formats/index.ts';
import { createMisfit, findEstimateRange, type KnownTempo } from './estimate-range.ts';

interface Row {
  readonly school: string;
  readonly figure: string;
  readonly subdivision: number;
  readonly cyclic: boolean;
  readonly able: readonly [number, number];
  readonly advanced: readonly [number, number];
}

const known = (row: Row, hand: HandProfile, [least, most]: readonly [number, number]): KnownTempo => {
  const options = { school: row.school, subdivision: row.subdivision, tempo: 80 };
  const { pattern, loopTicks } = valueOrThrow(parseStringNotation(row.figure, options));
  return { pattern: { ...pattern, cyclic: row.cyclic }, loopTicks, hand, least, most };
};

test('one thumb stroke a beat: the range of tempos is the range of its least time', () => {
  const row = { school: 'one-per-string', figure: '6 6 6 6', subdivision: 1, cyclic: true } as Row;
  const { least, most } = findEstimateRange('p', [known(row, ABLE_ADULT_HAND, [200, 300])]);
  // By hand: 60 s over the middle √(200 · 300), times or over exp(1.96 · ln 1.5 / 4).
  expect(least).toBeCloseTo(0.2008, 3);
  expect(most).toBeCloseTo(0.2988, 3);
});

test('what no figure needs has no range', () => {
  const row = { school: 'one-per-string', figure: '6 6 6 6', subdivision: 1, cyclic: true } as Row;
  expect(findEstimateRange('hammerOn', [known(row, ABLE_ADULT_HAND, [200, 300])])).toEqual({ least: null, most: null });
});

const ADVANCED = HAND_PRESETS.find(({ key }) => key === 'advanced') as HandProfile;

const TEMPOS = (
  JSON.parse(readFileSync(new URL('../../test/calibration/tempos.json', import.meta.url), 'utf8')) as readonly Row[]
).flatMap((row) => [known(row, ABLE_ADULT_HAND, row.able), known(row, ADVANCED, row.advanced)]);

test.each(ESTIMATE_KEYS.filter((key) => 'range' in ESTIMATE_DEFINITIONS[key]))(
  '%s lies in the range that is shown beside it, and that range is the one of the tempos',
  (key) => {
    const { value, range }: EstimateDefinition = ESTIMATE_DEFINITIONS[key];
    const [least, most] = range ?? [null, null];
    expect(value).toBeGreaterThanOrEqual(least ?? 0);
    expect(value).toBeLessThanOrEqual(most ?? Infinity);
    const misfit = createMisfit(key, TEMPOS);
    // Just beyond an end it is worse than at the end, and both are worse than the value.
    for (const end of [least, most]) {
      if (end === null) continue;
      expect(misfit(end / value)).toBeGreaterThan(misfit(1));
      expect(misfit((end / value) ** 1.1)).toBeGreaterThan(misfit(end / value));
    }
  },
);
