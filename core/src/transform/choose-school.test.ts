import { valueOrThrow } from '../errors/index.ts';
import { applyPatternEdit } from '../edit/index.ts';
import { parseStringNotation } from '../formats/index.ts';
import { chooseSchool } from './index.ts';

const run = valueOrThrow(parseStringNotation('5:3 5:5 5:7 4:3 4:5 4:7')).pattern;

test('a school that slurs slurs what follows on a string, in one step that is taken back in one', () => {
  const { edit, slurred } = chooseSchool(run, 'pick-legato');
  const { document, inverse } = valueOrThrow(applyPatternEdit(run, edit));
  expect(document.school).toBe('pick-legato');
  expect(document.strokes.map(({ slur }) => slur !== undefined)).toEqual([false, true, true, false, true, true]);
  expect(slurred).toHaveLength(4);
  expect(valueOrThrow(applyPatternEdit(document, inverse)).document).toEqual(run);
});

test('“without slurs” leaves the school and takes only what was slurred by choosing it', () => {
  const own = {
    ...run,
    strokes: run.strokes.map((stroke, index) => (index === 1 ? { ...stroke, slur: 'slide' as const } : stroke)),
  };
  const { edit, slurred } = chooseSchool(own, 'pick-legato');
  const chosen = valueOrThrow(applyPatternEdit(own, edit)).document;
  const plain = valueOrThrow(applyPatternEdit(chosen, { kind: 'put', strokes: slurred })).document;
  expect(plain).toEqual({ ...own, school: 'pick-legato' });
});

test('a school that does not slur changes no note', () => {
  expect(chooseSchool(run, 'alternate')).toEqual({
    edit: { kind: 'chooseSchool', school: 'alternate', ownSchool: undefined },
    slurred: [],
  });
});
