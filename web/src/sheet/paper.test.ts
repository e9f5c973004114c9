import { readPaper } from './paper.ts';

test('paper that was chosen comes back, but no name', () => {
  const kept = readPaper('{"size":"letter","across":true,"print":"large","notes":false,"student":"Imre"}');
  expect(kept).toMatchObject({ size: 'letter', across: true, print: 'large', notes: false, counts: true, student: '' });
});

test.each([null, '', '{', 'null', '[]', '{"size":7,"across":"yes","print":2}'])('%s: the usual paper', (text) =>
  expect(readPaper(text)).toEqual(readPaper('{}')),
);
