import { withUsualSigns } from './usual-signs.ts';

test('accidentals of chord names in the type of music become signs of usual type, as large as the letters', () => {
  const drawn = '<tspan font-size="324px">C</tspan><tspan font-family="Leipzig" font-size="720px">\uea66</tspan>';
  expect(withUsualSigns(drawn)).toBe('<tspan font-size="324px">C</tspan><tspan font-size="324px">♯</tspan>');
});

test('what is no accidental stays as it is', () => {
  const note = '<tspan font-family="Leipzig" font-size="720px">\ueca5</tspan>';
  expect(withUsualSigns(note)).toBe(note);
});
