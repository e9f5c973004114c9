import PDFDocument from 'pdfkit';
import { SheetType } from './sheet-type.ts';
import { createFontChooser, withFaces } from './svg-text.ts';

const newType = (): SheetType => new SheetType(new PDFDocument());

describe('the type of a sheet', () => {
  test('a text is cut where its own type has no letters: Czech, Greek, Russian, signs', () => {
    const runs = newType().runs('Kůň in F♯', 'serif');
    expect(runs.map(({ text }) => text)).toEqual(['K', 'ůň ', 'in F', '♯']);
    expect(new Set(runs.map(({ face }) => face)).size).toBe(3);
  });

  test.each(['Příliš žluťoučký kůň', 'Ποτάμι τη νύχτα', 'Ночная река', 'Đêm trên sông', 'C♯m → B♭7', 'Łódź ½ “”'])(
    'no letter of “%s” is missing',
    (words) => expect(newType().missing(words)).toEqual([]),
  );

  test.each([
    ['夜の川', ['夜', 'の', '川']],
    ['נהר', ['נ', 'ה', 'ר']],
  ])('letters of “%s” are named once each', (words, letters) =>
    expect(newType().missing(words + words)).toEqual(letters),
  );

  test('a text is as wide as its stretches together', () => {
    const type = newType();
    expect(type.width('Kůň', 'serif', 10)).toBeCloseTo(type.width('K', 'serif', 10) + type.width('ůň', 'serif', 10), 6);
  });
});

describe('words in a picture of notation', () => {
  test('each stretch says its face; what the usual one has stays untouched', () => {
    const type = newType();
    expect(withFaces('<tspan x="1">Verse &amp; more</tspan>', type)).toBe('<tspan x="1">Verse &amp; more</tspan>');
    expect(withFaces('<tspan>R&amp;ů</tspan>', type)).toMatch(
      /^<tspan><tspan font-family="serif\/0">R&amp;<\/tspan><tspan font-family="serif\/1">ů<\/tspan><\/tspan>$/,
    );
  });

  test('bold and slanted words keep the face of their letters', () => {
    const choose = createFontChooser(newType());
    expect(choose('serif/1', true, false)).toBe('serif-bold/1');
    expect(choose('Times', false, true)).toBe('serif-italic/0');
  });
});
