import { jest } from '@jest/globals';
import { DEFAULT_PLAYBACK_OPTIONS, createPattern, createPlaybackSchedule, type SpokenClip } from '@fleet-wren/core';
import { Player } from './player.ts';

/** As much of an audio device as a player uses; its clock stands until the test moves it. */
class Device {
  currentTime = 0;
  outputLatency = 0;
  sampleRate = 8000;
  destination = {};
  closed = false;
  started: number[] = [];
  pitches: (readonly [cents: number, when: number])[] = [];
  resume = (): Promise<void> => Promise.resolve();
  close = (): Promise<void> => Promise.resolve(void (this.closed = true));
  createDynamicsCompressor = () => ({ connect: () => undefined });
  createBuffer = () => ({ copyToChannel: () => undefined });
  private source() {
    const node = {
      connect: () => ({ connect: () => undefined }),
      start: (when: number) => void this.started.push(when),
      stop: () => undefined,
      frequency: { value: 0 },
      detune: {
        setValueAtTime: (cents: number, when: number) => void this.pitches.push([cents, when]),
        linearRampToValueAtTime: (cents: number, when: number) => void this.pitches.push([cents, when]),
      },
    };
    return node;
  }
  createBufferSource = () => this.source();
  createOscillator = () => this.source();
  createGain = () => ({
    gain: {
      setValueAtTime: () => undefined,
      setTargetAtTime: () => undefined,
      exponentialRampToValueAtTime: () => undefined,
    },
    connect: () => ({ connect: () => undefined }),
  });
}

const settled = async (): Promise<void> => {
  for (let turn = 0; turn < 20; turn++) await Promise.resolve();
};

const at = (tempo: number, string = 5) =>
  createPlaybackSchedule(createPattern('P', { tempo, strokes: [{ id: 'a', at: 0, string }] }), ['p'], {
    ...DEFAULT_PLAYBACK_OPTIONS,
    countIn: false,
  });

const setUp = () => {
  const device = new Device();
  const renders: (() => void)[] = [];
  const render = (): Promise<SpokenClip> =>
    new Promise((resolve) => renders.push(() => resolve({ samples: new Float32Array(8), lead: 0 })));
  const player = new Player(
    render,
    () => undefined,
    () => device as unknown as AudioContext,
  );
  const rendered = async (): Promise<void> => {
    renders.splice(0).forEach((done) => done());
    await settled();
  };
  return { device, player, rendered };
};

beforeEach(() => {
  jest.useFakeTimers();
  Object.defineProperty(globalThis, 'document', { value: { hidden: false }, configurable: true, writable: true });
});
afterEach(() => jest.useRealTimers());

test('sounds when its notes are rendered, from the first beat', async () => {
  const { device, player, rendered } = setUp();
  void player.play(at(60));
  await settled();
  expect(device.started).toEqual([]);
  await rendered();
  expect(device.started.length).toBeGreaterThan(0);
  expect(player.position()).toBeDefined();
});

test('stopped while it renders, it stays silent', async () => {
  const { device, player, rendered } = setUp();
  void player.play(at(60));
  await settled();
  player.stop();
  await rendered();
  expect(device.started).toEqual([]);
  expect(player.position()).toBeUndefined();
});

test('a rendering asked for earlier never takes the place of a later one', async () => {
  const { device, player, rendered } = setUp();
  void player.play(at(60));
  await settled();
  await rendered();
  // The first beat comes eight hundredths of a second after the start.
  device.currentTime = 2.08;
  void player.change(at(60, 4));
  void player.change(at(120, 3));
  await settled();
  await rendered();
  await rendered();
  // Two seconds at 60 are two beats; at 120 the place is the same beat, a second in.
  expect(player.position()).toBeCloseTo(2 * 840, 0);
  device.currentTime += 0.5;
  expect(player.position()).toBeCloseTo(3 * 840, 0);
});

test('a page that was busy for long leaves out what is over, and goes on in time', async () => {
  const { device, player, rendered } = setUp();
  const beats = createPlaybackSchedule(
    createPattern('P', {
      tempo: 60,
      strokes: [0, 1, 2, 3].map((beat) => ({ id: `${beat}`, at: beat * 840, string: 3 })),
    }),
    ['p', 'p', 'p', 'p'],
    { ...DEFAULT_PLAYBACK_OPTIONS, countIn: false, click: false },
  );
  void player.play(beats);
  await settled();
  await rendered();
  expect(device.started).toEqual([0.08]);
  device.currentTime = 2.13;
  jest.advanceTimersByTime(60);
  // The beat at 1.08 is long over; the one at 2.08 is hardly late, the next comes in time.
  expect(device.started.slice(1)).toEqual([2.13, expect.closeTo(3.08, 9)]);
});

test('closed, it gives the device back', async () => {
  const { device, player, rendered } = setUp();
  void player.play(at(60));
  await settled();
  await rendered();
  player.close();
  expect(device.closed).toBe(true);
  expect(player.position()).toBeUndefined();
});

test('a note that is bent moves up by its semitones while it sounds', async () => {
  const { device, player, rendered } = setUp();
  const strokes = [{ id: 'a', at: 0, string: 2, bend: { semitones: 2 } }];
  const bent = createPlaybackSchedule(createPattern('P', { tempo: 60, strokes }), ['i'], {
    ...DEFAULT_PLAYBACK_OPTIONS,
    countIn: false,
    loop: false,
  });
  void player.play(bent);
  await settled();
  await rendered();
  const begins = Math.min(...device.started);
  expect(device.pitches[0]).toEqual([0, begins]);
  const [cents, when] = device.pitches.at(-1) ?? [0, 0];
  expect(cents).toBe(200);
  expect(when).toBeGreaterThan(begins);
});
