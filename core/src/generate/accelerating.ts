import { success } from '../errors/index.ts';
import { byTimeThenString, beatPartsOf, newPattern, type Stroke } from '../pattern/index.ts';
import { numberOf, readStrings, textOf, type Generator } from './generator.ts';

const BEATS = 4;

/** An accelerating bar: the figure in sixteenths, then in sixteenth triplets at the end, so that the bar pushes. */
export const accelerating: Generator = {
  key: 'accelerating',
  name: 'Accelerating bar',
  use: 'The figure in sixteenths, then in sixteenth triplets at the end of the bar: a short burst, then rest in the pulse again.',
  fields: [
    { kind: 'text', key: 'figure', label: 'Figure', initial: '5 3 2 3', hint: 'write strings, such as 5 3 2 3' },
    { kind: 'number', key: 'pushed', label: 'Beats that push', least: 1, most: 3, initial: 1 },
    { kind: 'number', key: 'bars', label: 'Bars', least: 1, most: 8, initial: 1 },
  ],
  make: (values, frame) => {
    const strings = readStrings(textOf(values, 'figure'), frame.instrument);
    if (!strings.ok) return strings;
    const [bars, pushed] = [numberOf(values, 'bars'), numberOf(values, 'pushed')];
    const divisions = Array.from({ length: bars * BEATS }, (_, beat) => beat)
      .filter((beat) => beat % BEATS >= BEATS - pushed)
      .map((beat) => ({ beat, parts: 6 }));
    const base = newPattern('Accelerating bar', {
      bars,
      subdivision: 4,
      divisions,
      tempo: frame.tempo,
      instrument: frame.instrument,
      voicing: frame.voicing,
      school: 'one-per-string',
    });
    const strokes = beatPartsOf(base).map(({ at }, index): Stroke => ({
      id: `s${index}`,
      at,
      string: strings.value[index % strings.value.length] as number,
    }));
    return success({ ...base, strokes: [...strokes].sort(byTimeThenString) });
  },
};
