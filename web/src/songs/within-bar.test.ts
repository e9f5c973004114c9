import { message } from '@fleet-wren/core';
import { saySentence } from '@fleet-wren/wording';
import { withinBar } from './within-bar.ts';

const beat = message('place.syllable', { beat: 2, syllable: '&' });

test('a place in a bar is its beat alone', () => {
  const finding = message('place.on-string', { place: message('place.in-bar', { bar: 11, place: beat }), string: 3 });
  expect(saySentence(finding)).toBe('Bar 11, beat 2 & on string 3');
  expect(saySentence(withinBar(finding))).toBe('Beat 2 & on string 3');
});

test('messages without a bar, and without values, stay as they are', () => {
  const plain = message('place.on-string', { place: beat, string: 3 });
  expect(withinBar(plain)).toEqual(plain);
  expect(withinBar({ code: 'place.edge' })).toEqual({ code: 'place.edge' });
});
