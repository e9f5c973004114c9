import { PICTURE, composePicture, type Rectangle } from './compose-picture.ts';

const compose = (shapes: readonly number[], title = 'Reeds', facts = '4/4 · 72 bpm') => {
  const drawn: Rectangle[] = [];
  const lines = shapes.map((shape) => ({
    shape,
    draw: (rectangle: Rectangle) => {
      drawn.push(rectangle);
      return '<svg/>';
    },
  }));
  return { drawn, picture: composePicture({ title, facts, lines, fonts: '' }) };
};

test('lines stand one below the other, as wide as the picture within its margins', () => {
  const { drawn, picture } = compose([0.25, 0.5]);
  const across = PICTURE.width - 2 * PICTURE.margin;
  expect(drawn).toEqual([
    { x: PICTURE.margin, y: PICTURE.head, width: across, height: across / 4 },
    { x: PICTURE.margin, y: PICTURE.head + across / 4 + PICTURE.between, width: across, height: across / 2 },
  ]);
  const last = drawn[1] as Rectangle;
  expect(picture.height).toBe(last.y + last.height + PICTURE.margin);
});

test('a title is text, whatever is in it', () => {
  const { picture } = compose([0.2], 'Reeds & <b>"willows"</b>');
  expect(picture.svg).toContain('Reeds &amp; &lt;b&gt;&quot;willows&quot;&lt;/b&gt;');
});
