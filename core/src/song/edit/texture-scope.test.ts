import { valueOrThrow } from '../../errors/index.ts';
import {
  applySongEdit,
  createSongFromChart,
  createTextureEdit,
  parseChart,
  type Song,
  type TextureScope,
} from '../index.ts';

const chart = 'Verse:\n| C | F | G | C |\nChorus:\n| F | G |';
const song = valueOrThrow(createSongFromChart(valueOrThrow(parseChart(chart)), 'Song'));
const [verse] = song.sections.map(({ id }) => id) as [string];

/** Which bars rest, a section after the other. */
const rests = ({ sections }: Song): string =>
  sections.map(({ bars }) => bars.map(({ texture }) => (texture === 'rest' ? 'r' : '.')).join('')).join(' ');

test.each<[TextureScope, string]>([
  ['here', '.r.. ..'],
  ['section', 'rrrr ..'],
  ['section-ends', '...r .r'],
  ['everywhere', 'rrrr rr'],
  ['elsewhere', 'r.rr rr'],
])('%s', (reach, expected) => {
  const edit = createTextureEdit(song, { location: verse, from: 1, count: 1 }, reach, 'rest');
  const done = valueOrThrow(applySongEdit(song, edit));
  expect(rests(done.document)).toBe(expected);
  expect(valueOrThrow(applySongEdit(done.document, done.inverse)).document).toEqual(song);
});
