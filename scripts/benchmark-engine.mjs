/* Solver time by number of strokes, in every school; and what else an edit costs. Run by npm run bench. */
import {
  SCHOOLS,
  findBestFingerings,
  fingerPattern,
  fingerScore,
  analysePattern,
  createFingeringCache,
  parseChart,
  valueOrThrow,
  createSongFromChart,
  analyseSong,
  createPattern,
  flattenScore,
  resolveSchoolOrThrow,
  createSeededRandom,
  createTaskFromScore,
} from '../core/dist/index.js';

const SIZES = [16, 64, 250, 500, 1000, 2000, 4000];

const strokesOf = (count, shape, ticks) => {
  const random = createSeededRandom(count);
  const string = (from, to) => from + Math.floor(random() * (to - from + 1));
  const strokes = [];
  for (let slot = 0; strokes.length < count; slot += 1) {
    const at = slot * ticks;
    if (shape === 'singles') strokes.push({ id: `${slot}`, at, string: string(1, 6) });
    if (shape === 'pinches')
      for (const one of [string(4, 6), string(1, 3)]) strokes.push({ id: `${slot}-${one}`, at, string: one });
    if (shape === 'chords')
      for (const one of [string(4, 6), 3, 2, 1]) strokes.push({ id: `${slot}-${one}`, at, string: one });
    if (shape === 'figure') strokes.push({ id: `${slot}`, at, string: [6, 3, 4, 2, 5, 3, 4, 1][slot % 8] });
  }
  return strokes.slice(0, count);
};

/** A pattern of so many strokes; not cyclic beyond a page, as a song is not. */
const patternOf = (count, shape, school, subdivision, tempo) => {
  const strokes = strokesOf(count, shape, 840 / subdivision);
  const bars = Math.floor((strokes.at(-1)?.at ?? 0) / 3360) + 1;
  return createPattern('Bench', { school, subdivision, tempo, bars, cyclic: count <= 64, strokes });
};

const median = (values) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];

const timed = (work, times = 5) => {
  work();
  return median(
    Array.from({ length: times }, () => {
      const start = performance.now();
      work();
      return performance.now() - start;
    }),
  );
};

const SHAPES = ['figure', 'singles', 'pinches', 'chords'];

console.log('Fingering, milliseconds, median of 5; the slowest school of each size and shape (sixteenths at 120)\n');
console.log(['strokes', ...SHAPES.map((shape) => shape.padStart(28))].join('  '));
for (const size of SIZES) {
  const cells = SHAPES.map((shape) => {
    const all = SCHOOLS.map(({ key }) => ({
      key,
      ms: timed(() => fingerPattern(patternOf(size, shape, key, 4, 120)), size > 1000 ? 3 : 5),
    }));
    const worst = all.sort((a, b) => b.ms - a.ms)[0];
    return `${worst.ms.toFixed(1)} ${worst.key}`.padStart(28);
  });
  console.log([String(size).padStart(7), ...cells].join('  '));
}

console.log('\nTempo and subdivision, 2,000 single strokes, slowest school');
for (const [subdivision, tempo] of [
  [4, 60],
  [4, 200],
  [3, 60],
  [3, 200],
]) {
  const all = SCHOOLS.map(({ key }) =>
    timed(() => fingerPattern(patternOf(2000, 'singles', key, subdivision, tempo)), 3),
  );
  console.log(`  ${subdivision === 4 ? 'sixteenths' : 'triplets'} at ${tempo}: ${Math.max(...all).toFixed(1)} ms`);
}

const heap = (work) => {
  globalThis.gc?.();
  const before = process.memoryUsage().heapUsed;
  work();
  globalThis.gc?.();
  return (process.memoryUsage().heapUsed - before) / 1e6;
};
console.log('\nMemory kept after fingering, MB (tables of a school are kept between edits, up to a bound)');
for (const size of SIZES.slice(2))
  console.log(
    `  ${size} strokes: ${heap(() => fingerPattern(patternOf(size, 'singles', 'rolling', 4, 120))).toFixed(1)}`,
  );

console.log('\nThe three best, and the way out of a finding');
for (const size of [16, 64]) {
  const pattern = patternOf(size, 'figure', 'rolling', 4, 120);
  console.log(`  ${size} strokes: three best ${timed(() => findBestFingerings(pattern, 3)).toFixed(1)} ms`);
}

console.log('\nOne stroke edited, solved anew where it changes something (median and worst of 40), against the whole');
for (const size of [64, 1000, 4000])
  for (const cyclic of [true, false]) {
    let pattern = { ...patternOf(size, 'figure', 'one-per-string', size > 2000 ? 8 : 4, 120), cyclic };
    const memory = createFingeringCache();
    const random = createSeededRandom(size);
    const solved = () => {
      const score = flattenScore(pattern);
      const task = createTaskFromScore(score, resolveSchoolOrThrow(pattern));
      const start = performance.now();
      fingerScore(score, task, memory);
      return performance.now() - start;
    };
    solved();
    const times = Array.from({ length: 40 }, () => {
      const at = Math.floor(random() * size);
      const strokes = pattern.strokes.map((stroke, index) =>
        index === at ? { ...stroke, string: (stroke.string % 6) + 1 } : stroke,
      );
      pattern = { ...pattern, strokes };
      return solved();
    });
    const whole = timed(() => fingerPattern(pattern));
    console.log(
      `  ${size} strokes ${cyclic ? 'going round' : 'ending'}: ${median(times).toFixed(1)} (worst ${Math.max(...times).toFixed(1)}) of ${whole.toFixed(1)} ms`,
    );
  }

console.log('\nJudging whole (digits, load, ceiling, findings)');
for (const size of [16, 64, 256, 2000])
  console.log(
    `  ${size} strokes: ${timed(() => analysePattern(patternOf(size, 'figure', 'one-per-string', 4, 120))).toFixed(1)} ms`,
  );

console.log('\nA song of 200 bars and 3,200 strokes, read whole and again after a bar was changed');
{
  const chart = Array.from({ length: 50 }, (_, row) => ['| C | Am7 | F | G7 |', '| Dm7 | G7 | C | A7 |'][row % 2]).join(
    '\n',
  );
  const strokes = Array.from({ length: 16 }, (_, slot) => ({
    id: `k${slot}`,
    at: slot * 210,
    string: [5, 3, 4, 2, 5, 3, 4, 1][slot % 8],
  }));
  const first = valueOrThrow(createSongFromChart(valueOrThrow(parseChart(chart)), 'Bench'));
  let song = { ...first, subdivision: 4, figures: [{ ...first.figures[0], length: 3360, strokes }] };
  const memory = createFingeringCache();
  const began = performance.now();
  analyseSong(song, { cache: memory });
  const whole = performance.now() - began;
  const times = Array.from({ length: 20 }, (_, round) => {
    const [section] = song.sections;
    const changed = strokes.map((stroke) => ({ ...stroke, string: ((stroke.string + round) % 6) + 1 }));
    const bars = section.bars.map((bar, index) =>
      index === round * 7 ? { ...bar, texture: { written: changed } } : bar,
    );
    song = { ...song, sections: [{ ...section, bars }] };
    const start = performance.now();
    analyseSong(song, { cache: memory });
    return performance.now() - start;
  });
  console.log(
    `  first ${whole.toFixed(0)} ms, a bar changed ${median(times).toFixed(0)} (worst ${Math.max(...times).toFixed(0)}) ms`,
  );
}
