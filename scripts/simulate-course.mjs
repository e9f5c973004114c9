/*
 * Invented students on their way to a piece: minutes of practice under our course, a fixed method order, a random order
 * and “hardest first”, and whether what is believed of their skills is true. How they learn is the literature's (core,
 * skill-learner.ts), not our own rules. npm run simulate -- course; seeded; writes docs/course.md and its pictures.
 */
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { format, resolveConfig } from 'prettier';
import {
  EloRatings,
  LEARNING_LAWS,
  PASS,
  PATTERN_LIBRARY,
  SKILLS,
  createFigureDemand,
  createSeededRandom,
  createSkillBeliefs,
  createSkillFigure,
  drawLearner,
  followPractice,
  foreseeFigure,
  getSkill,
  planCourse,
  playPass,
  sleep,
  suggestFigures,
} from '../core/dist/index.js';
import { PROJECT_ROOT } from './lib/paths.mjs';

const STUDENTS = Number(process.argv[3] ?? 400);
const SESSION_SECONDS = 20 * 60;
const MOST_DAYS = 250;

const shelf = PATTERN_LIBRARY.map(({ key, pattern }) => ({ id: key, demand: createFigureDemand(pattern) })).filter(
  ({ demand }) => demand.uses.length > 0,
);
const small = SKILLS.map(({ code }) => ({ id: `skill-${code}`, demand: createFigureDemand(createSkillFigure(code)) }));
const figures = [...shelf, ...small];

const secondsOf = ({ seconds, tempo: written }, tempo) => (PASS.rounds * seconds * written) / tempo + PASS.pause;

/** A figure taken up step by step: from three fifths of its tempo, three clean passes in a row a step, as a method has it. */
const climb = ({ demand }, fastest = demand.tempo) => {
  let share = 0.6;
  let streak = 0;
  let passes = 0;
  return {
    demand,
    tempo: () => fastest * share,
    told: (clean) => {
      passes += 1;
      streak = clean ? streak + 1 : 0;
      if (streak < 3) return passes > 150;
      streak = 0;
      if (share >= 1) return true;
      share = Math.min(1, share + 0.1);
      return false;
    },
  };
};

const shuffled = (list, random) => {
  const left = [...list];
  return list.map(() => left.splice(Math.floor(random() * left.length), 1)[0]);
};

/** Goes through figures one after another, then stays with the target. */
const inOrder = (list, target) => {
  const queue = list.map((figure) => climb(figure));
  let last = climb(target, target.tempo);
  return {
    morning: () => {},
    next: () => queue[0] ?? last,
    told: (_, clean) => {
      const through = (queue[0] ?? last).told(clean);
      if (through && queue.length > 0) queue.shift();
      else if (through) last = climb(target, target.tempo);
    },
  };
};

/** An item of the week: its tempo follows the streak, as in the practice room, up to the tempo it is meant for. */
const weekItem = (demand, tempo, fastest) => {
  const item = { demand, at: tempo, streak: 0, through: false, log: new Map() };
  item.tempo = () => item.at;
  item.told = (clean) => {
    const row = item.log.get(item.at) ?? { clean: 0, slipped: 0 };
    row[clean ? 'clean' : 'slipped'] += 1;
    item.log.set(item.at, row);
    item.streak = clean ? Math.max(1, item.streak + 1) : Math.min(-1, item.streak - 1);
    if (item.streak === 3 && item.at >= fastest) item.through = true;
    if (Math.abs(item.streak) < (item.streak > 0 ? 3 : 2)) return;
    item.at = Math.min(fastest, item.at * (item.streak > 0 ? 1.06 : 0.94));
    item.streak = 0;
  };
  return item;
};

/** Our course: planned anew every week by what is believed, the items of a week in turn every day. */
const byCourse = (target) => {
  let beliefs = createSkillBeliefs();
  let today = 0;
  let items = [];
  let turn = 0;
  const plan = () => {
    const options = { target: { demand: target.demand, tempo: target.tempo }, count: 3 };
    items = suggestFigures(beliefs, figures, options).map(({ id, tempo, fastest }) =>
      weekItem(figures.find((figure) => figure.id === id).demand, tempo, fastest),
    );
    if (items.length === 0) items = [weekItem(target.demand, target.tempo * 0.6, target.tempo)];
  };
  const evening = () => {
    const attempts = items.flatMap(({ demand, log }) =>
      [...log].map(([tempo, counts]) => ({ day: today, demand, tempo, ...counts })),
    );
    beliefs = followPractice(beliefs, attempts);
    for (const { log } of items) log.clear();
  };
  return {
    morning: (day) => {
      evening();
      today = day;
      if (day % 5 === 0 || items.every(({ through }) => through)) plan();
    },
    // In turn, a few minutes each; what is through makes room.
    next: (spent) => {
      const left = items.filter(({ through }) => !through);
      const open = left.length > 0 ? left : items;
      turn = Math.floor(spent / 240) % open.length;
      return open[turn];
    },
    told: (item, clean) => item.told(clean),
    tried: (clean, slipped) => {
      beliefs = followPractice(beliefs, [{ day: today, demand: target.demand, tempo: target.tempo, clean, slipped }]);
    },
  };
};

/** How hard a figure is to look at: the sum of what its skills cost. */
const hardness = ({ demand }) => demand.uses.reduce((sum, { code }) => sum + 1 + getSkill(code).difficulty, 0);

const ORDERS = {
  course: { name: 'our course', make: (target) => byCourse(target) },
  fixed: { name: 'method order', make: (target, before) => inOrder(before, target) },
  random: { name: 'random order', make: (target, before, random) => inOrder(shuffled(before, random), target) },
  hardest: {
    name: 'hardest first',
    make: (target, before) =>
      inOrder(
        [...before].sort((a, b) => hardness(b) - hardness(a)),
        target,
      ),
  },
  alone: { name: 'the piece alone, from slow', make: (target) => inOrder([], target) },
};

/** Five clean passes in a row, tried once a day: every order is asked the same. */
const tryTarget = (learner, target, random) => {
  for (let pass = 0; pass < 5; pass += 1)
    if (!playPass(learner, target.demand, target.tempo, random)) return { clean: pass, slipped: 1 };
  return { clean: 5, slipped: 0 };
};

const minutesToTarget = (make, law, target, before, seed) => {
  const learner = drawLearner(law, createSeededRandom(seed));
  const random = createSeededRandom(seed + 1);
  const order = make(target, before, random);
  let seconds = 0;
  for (let day = 0; day < MOST_DAYS; day += 1) {
    sleep(learner, random);
    const tried = tryTarget(learner, target, random);
    seconds += (tried.clean + tried.slipped) * secondsOf(target.demand, target.tempo);
    if (tried.slipped === 0) return seconds / 60;
    order.morning(day);
    order.tried?.(tried.clean, tried.slipped);
    for (let spent = 0; spent < SESSION_SECONDS;) {
      const block = order.next(spent);
      const tempo = block.tempo();
      order.told(block, playPass(learner, block.demand, tempo, random));
      spent += secondsOf(block.demand, tempo);
      seconds += secondsOf(block.demand, tempo);
    }
  }
  return Infinity;
};

/** Targets a student would not have yet: the later half of the shelf. */
const targets = shelf
  .slice(Math.floor(shelf.length / 2))
  .map(({ id, demand }) => ({ id, demand, tempo: demand.tempo }));

const quantile = (values, share) =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(share * values.length))];

const playOrders = (law) => {
  const minutes = Object.fromEntries(Object.keys(ORDERS).map((order) => [order, []]));
  for (let student = 0; student < STUDENTS; student += 1) {
    const target = targets[student % targets.length];
    const before = shelf.slice(
      0,
      shelf.findIndex(({ id }) => id === target.id),
    );
    for (const [order, { make }] of Object.entries(ORDERS))
      minutes[order].push(minutesToTarget(make, law, target, before, 10_000 + student * 17));
  }
  return minutes;
};

const BINS = 10;
const emptyBins = () => Array.from({ length: BINS + 1 }, () => ({ passes: 0, clean: 0, foreseen: 0 }));

/** Everybody plays figures drawn from the whole shelf at any tempo for thirty days; the first pass of each is foreseen. */
const studyForesight = (law, found) => {
  for (let student = 0; student < STUDENTS / 4; student += 1) {
    const random = createSeededRandom(500_000 + student * 31);
    const learner = drawLearner(law, random, -0.2 + 1.2 * random());
    const elo = new EloRatings();
    let beliefs = createSkillBeliefs();
    for (let day = 0; day < 30; day += 1) {
      sleep(learner, random);
      for (let block = 0; block < 4; block += 1) {
        const { demand } = figures[Math.floor(random() * figures.length)];
        const tempo = demand.tempo * (0.4 + 0.8 * random());
        const foreseen = {
          ours: foreseeFigure(beliefs, demand, tempo).probability,
          elo: Math.min(0.999, Math.max(0.001, elo.foresee(demand, tempo))),
        };
        let clean = 0;
        for (let pass = 0; pass < 8; pass += 1) {
          const isClean = playPass(learner, demand, tempo, random);
          clean += isClean ? 1 : 0;
          if (pass > 0 || day < 3) continue;
          for (const [model, chance] of Object.entries(foreseen)) {
            const { bins } = found[model];
            for (const bin of [
              bins[Math.min(BINS - 1, Math.floor(chance * BINS))],
              Math.abs(chance - 0.8) < 0.025 && bins[BINS],
            ]) {
              if (!bin) continue;
              bin.passes += 1;
              bin.clean += isClean ? 1 : 0;
              bin.foreseen += chance;
            }
            found[model].loss -= Math.log(isClean ? chance : 1 - chance);
            found[model].passes += 1;
          }
        }
        const attempts = { day, demand, tempo, clean, slipped: 8 - clean };
        beliefs = followPractice(beliefs, [attempts]);
        elo.observe(attempts);
      }
    }
  }
};

/** A year for forty students, and how long that takes. */
const timePlanning = () => {
  const students = Array.from({ length: 40 }, (_, index) => createSkillBeliefs(-0.5 + index / 20));
  const began = performance.now();
  for (const [index, beliefs] of students.entries()) {
    const target = targets[index % targets.length];
    planCourse(beliefs, figures, { target, weeks: 52, minutes: 100 });
  }
  return performance.now() - began;
};

const results = Object.fromEntries(LEARNING_LAWS.map((law) => [law, playOrders(law)]));
const foresight = { ours: { bins: emptyBins(), loss: 0, passes: 0 }, elo: { bins: emptyBins(), loss: 0, passes: 0 } };
for (const law of LEARNING_LAWS) studyForesight(law, foresight);
const planning = timePlanning();

const SHARES = [0.1, 0.2, 0.3, 0.4, 0.5, 0.6, 0.7, 0.8, 0.9];
const shown = (minutes) => (minutes === Infinity ? 'never' : minutes.toFixed(0));
const orderRow = (law) => (order) =>
  `| ${ORDERS[order].name} | ${SHARES.map((share) => shown(quantile(results[law][order], share))).join(' | ')} | ${results[law][order].filter((one) => one === Infinity).length} |`;
const saved = (law, order) => {
  const share = Math.round(100 * (1 - quantile(results[law].course, 0.5) / quantile(results[law][order], 0.5)));
  if (share === 0) return 'as many as';
  return `${Math.abs(share)} % ${share > 0 ? 'fewer' : 'more'} than`;
};
const percent = (part, whole) => (whole === 0 ? '–' : `${((100 * part) / whole).toFixed(0)} %`);
const binRow = (index) =>
  `| ${index === BINS ? '**77.5 to 82.5 %**' : `${index * 10} to ${index * 10 + 10} %`} | ${['ours', 'elo']
    .map((model) => {
      const { passes, clean, foreseen } = foresight[model].bins[index];
      return `${percent(foreseen, passes)} | ${percent(clean, passes)} | ${passes}`;
    })
    .join(' | ')} |`;

const COLOURS = { course: '#1f6f78', fixed: '#b5651d', random: '#8a7f72', hardest: '#a03030', alone: '#5b6fae' };
const [WIDTH, HEIGHT, LONGEST] = [230, 150, 1000];
const panel = (law, place) => {
  const left = 46 + place * (WIDTH + 34);
  const x = (minutes) => left + (WIDTH * Math.min(LONGEST, minutes)) / LONGEST;
  const y = (share) => 30 + HEIGHT * (1 - share);
  const lines = Object.keys(ORDERS).map((order) => {
    const sorted = [...results[law][order]].sort((a, b) => a - b).filter((one) => one <= LONGEST);
    const points = sorted.map((one, index) => `${x(one).toFixed(1)},${y((index + 1) / STUDENTS).toFixed(1)}`);
    return `<polyline fill="none" stroke="${COLOURS[order]}" stroke-width="${order === 'course' ? 3 : 1.6}" points="${x(0)},${y(0)} ${points.join(' ')}"/>`;
  });
  const grid = [0, 0.5, 1].map(
    (share) =>
      `<line x1="${left}" x2="${left + WIDTH}" y1="${y(share)}" y2="${y(share)}" stroke="#ddd"/><text x="${left - 6}" y="${y(share) + 4}" text-anchor="end">${share * 100} %</text>`,
  );
  const ticks = [0, 500, 1000].map(
    (minutes) => `<text x="${x(minutes)}" y="${HEIGHT + 48}" text-anchor="middle">${minutes}</text>`,
  );
  return [`<text x="${left}" y="18" font-weight="bold">${law}</text>`, ...grid, ...ticks, ...lines].join('\n  ');
};
const legend = Object.entries(ORDERS).map(
  ([order, { name }], index) =>
    `<text x="${46 + index * 150}" y="${HEIGHT + 92}" fill="${COLOURS[order]}">— ${name}</text>`,
);
writeFileSync(
  join(PROJECT_ROOT, 'docs/course.svg'),
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${80 + 3 * (WIDTH + 34)} ${HEIGHT + 104}" font-family="sans-serif" font-size="12" fill="#333">
  <title>Share of students who have their target, by minutes of practice, for three ways of learning</title>
  ${LEARNING_LAWS.map(panel).join('\n  ')}
  <text x="${46 + 1.5 * (WIDTH + 34)}" y="${HEIGHT + 68}" text-anchor="middle">minutes of practice</text>
  ${legend.join('\n  ')}
</svg>
`,
);

const page = join(PROJECT_ROOT, 'docs/course.md');
const text = await format(
  `# The course, tried on invented students

Made by \`npm run simulate -- course\` (seeded). What a figure asks for is computed from its fingering (\`core/src/skills\`); what a student is believed to
have is an assumed-density filter over log odds (\`mastery-model.ts\`). Learners follow the literature and none of the model’s own numbers
(\`simulation/skill-learner.ts\`): every skill has to hold for a clean pass, by a normal curve where the model adds odds; difficulties, tempo and talent differ
from learner to learner; attention is shared out; and they learn by one of three laws.

- **power**: gains that get smaller with every pass (Newell & Rosenbloom 1981).
- **plateau**: nothing for long, then a jump (Gray & Lindstedt, Cognitive Science 41(7), 2017).
- **interference**: as the first, of which a night takes the more, the more was practised beside it that is like it (Brashers-Krug, Shadmehr & Bizzi, Nature 382, 1996).

How much a pass teaches lies, by learner, between “most halfway” (Guadagnoli & Lee 2004) and “most at 84 %, nothing below a half” (Wilson et al. 2019).

## Minutes of practice until a target is there

${STUDENTS} students for each law, twenty minutes a day, five days a week at most ${MOST_DAYS} days. Targets are the later half of the shelf of standard figures. Every day begins with the
target at its tempo; five clean passes in a row and it is reached. The course is planned anew every week. The method order takes all figures of the shelf before the target one
after another, each from three fifths of its tempo; “hardest first” takes the same from the other end.

${LEARNING_LAWS.map(
  (law) => `### ${law}

| order | ${SHARES.map((share) => `${share * 100} %`).join(' | ')} | never |
| --- | ${[...SHARES, 0].map(() => '---').join(' | ')} |
${Object.keys(ORDERS).map(orderRow(law)).join('\n')}

In the median the course takes ${saved(law, 'fixed')} the method order, ${saved(law, 'random')} a random order, ${saved(law, 'hardest')} “hardest first” and ${saved(law, 'alone')} the piece alone.
`,
).join('\n')}
![Share of students who have their target, by minutes of practice](course.svg)

Whoever takes the piece alone, slowly, is about as quick in the median: the course finds that too, and mostly puts the piece itself first. What it adds is the
figure for what fails most, which shows where learning is slow.

## Whether what is foreseen comes true

Figures drawn from the whole shelf at any tempo, thirty days; the first pass of each, from the fourth day on. Beside the model in use, Elo ratings by skill (Pelánek 2016).

| foreseen | ours | came true | passes | Elo | came true | passes |
| --- | --- | --- | --- | --- | --- | --- |
${Array.from({ length: BINS + 1 }, (_, index) => binRow(index)).join('\n')}

Log loss a pass: ours ${(foresight.ours.loss / foresight.ours.passes).toFixed(3)}, Elo ${(foresight.elo.loss / foresight.elo.passes).toFixed(3)}.
`,
  { ...(await resolveConfig(page)), filepath: page },
);
writeFileSync(page, text);
console.log(`docs/course.md; a year for forty students planned in ${(planning / 1000).toFixed(2)} s`);
