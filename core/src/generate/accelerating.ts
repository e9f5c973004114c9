import { message } from '../message/message.ts';
import { success } from '../errors/index.ts';
import { compareByTimeThenString, listSubdivisionSlots, createPattern, type Stroke } from '../pattern/index.ts';
import { getNumber, parseStringNumbers, getText, type Generator } from './generator.ts';

const BEATS = 4;

/** An accelerating bar: the figure in sixteenths, then in sixteenth triplets at the end, so that the bar pushes. */
export const acceleratingGenerator: Generator = {
  key: 'accelerating',
  name: message('generator.accelerating.name'),
  use: message('generator.accelerating.description'),
  listenFor: message('generator.accelerating.listen'),
  fields: [
    {
      kind: 'text',
      key: 'figure',
      label: message('generator.figure.label'),
      initial: '5 3 2 3',
      hint: message('generator.accelerating.figure.hint'),
    },
    {
      kind: 'number',
      key: 'pushed',
      label: message('generator.accelerating.burst-beats.label'),
      least: 1,
      most: 3,
      initial: 1,
    },
    { kind: 'number', key: 'bars', label: message('generator.bars.label'), least: 1, most: 8, initial: 1 },
  ],
  createPattern: (values, frame) => {
    const strings = parseStringNumbers(getText(values, 'figure'), frame.instrument);
    if (!strings.ok) return strings;
    const [bars, pushed] = [getNumber(values, 'bars'), getNumber(values, 'pushed')];
    const divisions = Array.from({ length: bars * BEATS }, (_, beat) => beat)
      .filter((beat) => beat % BEATS >= BEATS - pushed)
      .map((beat) => ({ beat, parts: 6 }));
    const base = createPattern(frame.say(message('generator.accelerating.name')), {
      bars,
      subdivision: 4,
      divisions,
      tempo: frame.tempo,
      instrument: frame.instrument,
      voicing: frame.voicing,
      school: 'one-per-string',
    });
    const strokes = listSubdivisionSlots(base).map(({ at }, index): Stroke => ({
      id: `s${index}`,
      at,
      string: strings.value[index % strings.value.length] as number,
    }));
    return success({ ...base, strokes: [...strokes].sort(compareByTimeThenString) });
  },
};
