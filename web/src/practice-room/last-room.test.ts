import { findRoomToken } from './last-room.ts';

const emptyStorage = (): Storage => {
  const kept = new Map<string, string>();
  return {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => void kept.set(key, value),
  } as Storage;
};

test('the room of the address is opened, and opened again where the address names none', () => {
  const storage = emptyStorage();
  expect(findRoomToken('', storage)).toBe('');
  expect(findRoomToken('#first', storage)).toBe('first');
  expect(findRoomToken('', storage)).toBe('first');
  expect(findRoomToken('#second', storage)).toBe('second');
  expect(findRoomToken('', storage)).toBe('second');
});

test('a browser that keeps nothing opens what its address says', () => {
  const closed = {
    getItem: () => {
      throw new Error('denied');
    },
    setItem: () => {
      throw new Error('denied');
    },
  } as unknown as Storage;
  expect(findRoomToken('#first', closed)).toBe('first');
  expect(findRoomToken('', closed)).toBe('');
  expect(findRoomToken('', undefined)).toBe('');
});
