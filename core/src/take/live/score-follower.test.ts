import { valueOrThrow } from '../../errors/index.ts';
import { tickToSeconds } from '../../score/index.ts';
import { createSongFromChart, expandSong, parseChart } from '../../song/index.ts';
import { createSeededRandom } from '../../sound/index.ts';
import {
  PLAYER_MODELS,
  ScoreFollower,
  TAKE_PARAMETERS,
  concatenateSamples,
  createPatternReference,
  createTakeReference,
  renderTake,
  simulatePerformance,
  type FollowedPosition,
  type PlayerModel,
} from '../index.ts';

const CHART = 'Verse:\n| C | Am | F | G | C | Em | F | G |\nChorus:\n| Am | Dm | C | G |';

const song = valueOrThrow(createSongFromChart(valueOrThrow(parseChart(CHART)), 'Song'));
const { pattern } = expandSong(song);
const { score, digits } = createPatternReference(pattern);
const REFERENCE = createTakeReference(score, digits, 1);
const BAR_SECONDS = REFERENCE.passSeconds / pattern.bars;

/** Bars that are played in one go, so many times as slowly as asked. */
interface Stretch {
  readonly from: number;
  readonly to: number;
  readonly slower?: number;
}

const playedBars = ({ from, to, slower = 1 }: Stretch, player: PlayerModel, seed: number): Float32Array => {
  const [begin, end] = [from * BAR_SECONDS, to * BAR_SECONDS];
  const strokes = REFERENCE.strokes
    .filter(({ onset }) => onset >= begin - 1e-6 && onset < end - 1e-6)
    .map((stroke) => ({ ...stroke, onset: (stroke.onset - begin) * slower }));
  const asked = { ...REFERENCE, strokes, passSeconds: (end - begin) * slower };
  const performance = simulatePerformance(asked, { ...player, tempoDrift: 0 }, createSeededRandom(seed));
  return renderTake(performance, { sampleRate: TAKE_PARAMETERS.sampleRate, random: createSeededRandom(seed + 1) });
};

const follow = (samples: Float32Array, piece = 1000): readonly FollowedPosition[] => {
  const follower = new ScoreFollower(score, digits);
  const said: FollowedPosition[] = [];
  for (let at = 0; at < samples.length; at += piece) said.push(...follower.push(samples.subarray(at, at + piece)));
  return said;
};

/** Seconds of silence a rendered take begins with. */
const BEFORE = 0.6;

/** Share of what is said of a stretch that is within three quarters of a second of where the player is. */
const shareRight = (said: readonly FollowedPosition[], { from, to, slower = 1 }: Stretch, begins: number): number => {
  const seconds = (to - from) * BAR_SECONDS * slower;
  const own = said.filter(({ at }) => at >= begins && at < begins + seconds);
  const isRight = ({ at, tick }: FollowedPosition): boolean =>
    Math.abs(tickToSeconds(score, tick) - (from * BAR_SECONDS + (at - begins) / slower)) < 0.75;
  return own.filter(isRight).length / own.length;
};

const STEADY = PLAYER_MODELS.steady as PlayerModel;
const BEGINNER = PLAYER_MODELS.beginner as PlayerModel;

test.each([
  ['as asked', 1, STEADY],
  ['half as slow again', 1.5, STEADY],
  ['a third quicker', 0.75, STEADY],
  ['as a beginner plays', 1.2, BEGINNER],
])('a whole song is followed, %s', (_how, slower, player) => {
  const whole: Stretch = { from: 0, to: pattern.bars, slower };
  expect(shareRight(follow(playedBars(whole, player, 5)), whole, BEFORE)).toBeGreaterThan(0.97);
});

test('who stops and begins the bar again is where they are within three seconds', () => {
  const [first, again]: readonly [Stretch, Stretch] = [
    { from: 0, to: 5.5 },
    { from: 5, to: 10 },
  ];
  const one = playedBars(first, STEADY, 5);
  const said = follow(concatenateSamples([one, playedBars(again, STEADY, 8)]));
  const begins = one.length / TAKE_PARAMETERS.sampleRate + BEFORE;
  const later: Stretch = { from: 6, to: 10 };
  expect(shareRight(said, later, begins + BAR_SECONDS)).toBe(1);
});

// F and G come after Em both ways: only the C that follows, and not A minor, tells that four bars are played again.
test('who plays four bars a second time without a pause is found there as soon as it can be told', () => {
  const [first, again]: readonly [Stretch, Stretch] = [
    { from: 0, to: 6 },
    { from: 2, to: 10 },
  ];
  const one = playedBars(first, STEADY, 5);
  const cut = one.subarray(0, Math.round((BEFORE + 6 * BAR_SECONDS) * TAKE_PARAMETERS.sampleRate));
  const two = playedBars(again, STEADY, 8).subarray(Math.round(BEFORE * TAKE_PARAMETERS.sampleRate));
  const said = follow(concatenateSamples([cut, two]));
  const begins = cut.length / TAKE_PARAMETERS.sampleRate;
  expect(shareRight(said, { from: 5.5, to: 10 }, begins + 3.5 * BAR_SECONDS)).toBeGreaterThan(0.97);
});

test('nobody plays: it stays at the beginning, and says that nobody plays', () => {
  const said = follow(new Float32Array(6 * TAKE_PARAMETERS.sampleRate));
  expect(said.every(({ bar, isPlaying }) => bar === 0 && !isPlaying)).toBe(true);
});

test('who stops stays where they stopped for as long as they rest', () => {
  const rest = new Float32Array(8 * TAKE_PARAMETERS.sampleRate);
  const said = follow(concatenateSamples([playedBars({ from: 0, to: 3.5 }, STEADY, 5), rest]));
  expect(new Set(said.slice(-40).map(({ bar }) => bar))).toEqual(new Set([3]));
});

test('what is said does not depend on the pieces the sound comes in', () => {
  const samples = playedBars({ from: 0, to: 2 }, BEGINNER, 5);
  expect(follow(samples, 317)).toEqual(follow(samples, samples.length));
});
