/*
 * Invented students against what is said of them: who is called stuck, who is not, and how sure an ability is. Learners
 * and their learning are the literature's (core, motor-learner.ts), not our own rules. npm run simulate; seeded, under
 * two minutes; writes docs/simulation.md and its picture.
 */
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import {
  ABILITY_MODEL,
  ABLE_ADULT_HAND,
  EMPTY_PRACTICE_SNAPSHOT,
  MILLISECONDS_PER_DAY,
  createLadder,
  createSeededRandom,
  detectStuck,
  estimateConstraints,
  foldPractice,
  localDay,
  parseStringNotation,
  progressAt,
  proposeHandCorrection,
  simulateMotorLearning,
  toLadderPlan,
  valueOrThrow,
} from '../core/dist/index.js';
import { PROJECT_ROOT } from './lib/paths.mjs';

const STUDENTS = Number(process.argv[2] ?? 1000);
const PLAN = toLadderPlan(
  valueOrThrow(createLadder(valueOrThrow(parseStringNotation('5 3 2 3 5 3 1 3')).pattern, { target: 110 })),
);

const days = (count) => Array.from({ length: count }, (_, day) => day);
const CALENDARS = {
  daily: (random) => days(84).filter(() => random() < 0.85),
  thrice: (random) => days(84).filter((day) => [0, 2, 5].includes(day % 7) && random() < 0.9),
  irregular: (random) => {
    const found = [];
    for (let day = 0; day < 112; day += random() < 0.5 ? 1 : 2 + Math.floor(random() * 6)) found.push(day);
    return found;
  },
  returning: (random) => days(140).filter((day) => (day < 30 || day > 55) && (day < 85 || day > 100) && random() < 0.6),
};

const HEALTHY = { asymptote: [0.2, 0.4], fastGain: [0.001, 0.004] };
const HALTED = { skill: [-0.9, -0.6], asymptote: [-0.55, -0.2], slowGain: [0.002, 0.006], fastGain: [0.001, 0.003] };
const KINDS = [
  { name: 'quick', calendar: 'daily', ...HEALTHY, skill: [-0.6, -0.3], slowGain: [0.003, 0.006] },
  { name: 'slow', calendar: 'daily', ...HEALTHY, skill: [-0.7, -0.4], slowGain: [0.0008, 0.0018] },
  { name: 'slow, three days a week', calendar: 'thrice', ...HEALTHY, skill: [-0.7, -0.4], slowGain: [0.0008, 0.0018] },
  { name: 'irregular', calendar: 'irregular', ...HEALTHY, skill: [-0.6, -0.3], slowGain: [0.001, 0.004] },
  { name: 'returning', calendar: 'returning', ...HEALTHY, skill: [-0.6, -0.3], slowGain: [0.001, 0.004] },
  { name: 'plateau, daily', calendar: 'daily', halted: true, ...HALTED },
  { name: 'plateau, three days a week', calendar: 'thrice', halted: true, ...HALTED },
];
const COMMON = {
  spread: [0.06, 0.2],
  daySpread: [0, 0.05],
  lapses: [0, 0.03],
  attempts: [20, 60],
  retention: [30, 120],
};

const draw = (random, kind) => {
  /** @type {any} */
  const learner = {};
  for (const [key, range] of Object.entries({ ...COMMON, ...kind }))
    if (Array.isArray(range)) learner[key] = range[0] + (range[1] - range[0]) * random();
  return { ...learner, attempts: Math.round(learner.attempts) };
};

/** What was said at the end of each session. */
const follow = (run) => {
  const byDay = Map.groupBy
    ? Map.groupBy(run.events, ({ at }) => localDay(at))
    : run.events.reduce(
        (map, one) => map.set(localDay(one.at), [...(map.get(localDay(one.at)) ?? []), one]),
        new Map(),
      );
  let snapshot = EMPTY_PRACTICE_SNAPSHOT;
  return run.sessions.map(({ day }) => {
    snapshot = foldPractice(PLAN, snapshot, byDay.get(day) ?? []);
    const progress = progressAt(PLAN, snapshot);
    const advanced = progress.advanced === null ? -1 : localDay(progress.advanced);
    return { day, advanced, stuck: detectStuck(PLAN, progress) !== null };
  });
};

/** Gains of a session below which somebody stands still. */
const STANDSTILL = 0.006;

/** The session a standstill begins with, and the first at which a week and three sessions of it are over. */
const findStandstill = (run, said) => {
  let start = run.sessions.length;
  while (start > 1 && run.sessions[start - 1].skill - run.sessions[start - 2].skill < STANDSTILL) start -= 1;
  if (start >= run.sessions.length) return null;
  const possible = said.findIndex(({ day, advanced }, index) => {
    const since = Math.max(run.sessions[start].day, advanced);
    return index >= start && day - since >= 7 && said.filter((one) => one.day > since && one.day <= day).length >= 3;
  });
  return possible < 0 ? null : { start, possible };
};

/** Sessions from where a standstill could be said to where it was said. */
const delayOf = (said, { possible }) => {
  const found = said.findIndex(({ stuck }, index) => index >= possible && stuck);
  return found < 0 ? Infinity : found - possible;
};

const normalDensity = (z) => Math.exp((-z * z) / 2) / Math.sqrt(2 * Math.PI);
/** The normal distribution function (Abramowitz & Stegun, Handbook of Mathematical Functions, 26.2.17). */
const normalShare = (z) => {
  const t = 1 / (1 + 0.2316419 * Math.abs(z));
  const tail =
    normalDensity(z) * t * (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))));
  return z > 0 ? 1 - tail : tail;
};

/** What the attempts of a session tell of its level (Fisher's information), with the day's form on top. */
const informationOf = (learner, skill, strains) => {
  const attempts = strains.reduce((sum, strain) => {
    const z = (skill - Math.log(strain)) / learner.spread;
    const share = Math.min(1 - 1e-6, Math.max(1e-6, normalShare(z)));
    return sum + normalDensity(z) ** 2 / (share * (1 - share)) / learner.spread ** 2;
  }, 0);
  return attempts === 0 ? 0 : 1 / (1 / attempts + learner.daySpread ** 2);
};

/** The level of a normal test that errs for 3 in 100. */
const STRICT = 1.881;

/**
 * The chance with which nobody could do better: who knows the learner's level before the standstill, how sharp it is
 * and how days differ, and asks once, after the sessions counted, whether the learner stands or goes on at a pace
 * (Neyman & Pearson; linear in the sessions, as all is nearly normal), may err for 3 in 100 that go on.
 */
const bestPower = (run, learner, { start, last, pace }) => {
  const strainsOf = (day) =>
    run.events.flatMap(({ at, tempo, stage }) =>
      localDay(at) === day && tempo ? [tempo / (PLAN.stages.find(({ key }) => key === stage)?.ceiling ?? 110)] : [],
    );
  const apart = days(last - start + 1).reduce((sum, later) => {
    const { day, skill } = run.sessions[start + later];
    return sum + (pace * (later + 1)) ** 2 * informationOf(learner, skill, strainsOf(day));
  }, 0);
  return normalShare(Math.sqrt(apart) - STRICT);
};

let seed = 0;
const study = (kind) => {
  const count = Math.round(STUDENTS / KINDS.length);
  const rows = Array.from({ length: count }, () => {
    const random = createSeededRandom((seed += 1));
    const learner = draw(random, kind);
    const run = simulateMotorLearning(PLAN, learner, { days: CALENDARS[kind.calendar](random), random });
    const said = follow(run);
    const standstill = kind.halted ? findStandstill(run, said) : null;
    return {
      run,
      learner,
      standstill,
      through: run.isThrough,
      ever: said.some(({ stuck }) => stuck),
      delay: standstill && delayOf(said, standstill),
    };
  });
  return { ...kind, count, rows };
};

const percent = (part, whole) => `${whole === 0 ? 0 : Math.round((1000 * part) / whole) / 10} %`;
const within = (delays, most) => delays.filter((delay) => delay <= most).length;

/** How often intervals of 95 % hold the truth, and how often a hand that is as supposed is offered a correction. */
const studyAbility = (spread, sessions) => {
  const stage = (key, constraint, tempos) => ({ key, name: key, gate: 10, tempos, ceiling: 100, constraint });
  const plan = {
    target: 100,
    stages: [stage('p', 'p', [62]), stage('m', 'm', [62]), stage('tempo', 'i m', [50, 57, 64, 71, 78, 85, 92, 100])],
  };
  const found = { inside: 0, all: 0, offered: 0, students: 150 };
  for (let student = 0; student < found.students; student += 1) {
    const random = createSeededRandom((seed += 1));
    const kind = {
      skill: [-0.7, -0.3],
      asymptote: [0, 0.3],
      slowGain: [0.0005, 0.004],
      fastGain: [0.001, 0.003],
      spread: [spread, spread],
    };
    const learner = { ...draw(random, kind) };
    const run = simulateMotorLearning(plan, learner, { days: days(sessions).map((day) => day * 2), random });
    const now = (run.sessions.at(-1).day + 0.9) * MILLISECONDS_PER_DAY;
    const heard = estimateConstraints([{ plan, events: run.events }], now).find(
      ({ constraint }) => constraint === 'i m',
    );
    if (heard) {
      const off = ABILITY_MODEL.priorMean - Math.log(heard.slowness) - run.sessions.at(-1).skill;
      found.all += 1;
      if (Math.abs(off) < 1.96 * heard.doubt) found.inside += 1;
    }
    const supposed = {
      ...learner,
      skill: ABILITY_MODEL.priorMean,
      asymptote: ABILITY_MODEL.priorMean,
      slowGain: 0,
      fastGain: 0,
    };
    const plain = { target: 100, stages: [stage('tempo', 'i m', [64, 71, 78, 85, 92, 100])] };
    const events = simulateMotorLearning(plain, supposed, { days: days(sessions), random }).events;
    if (proposeHandCorrection(ABLE_ADULT_HAND, estimateConstraints([{ plan: plain, events }], now))) found.offered += 1;
  }
  return { spread, sessions, ...found };
};

const studies = KINDS.map(study);
const abilities = [0.06, 0.1, 0.14, 0.2].flatMap((spread) =>
  [3, 8, 20].map((sessions) => studyAbility(spread, sessions)),
);

const healthy = studies.filter(({ halted }) => !halted);
const halted = studies
  .filter((one) => one.halted)
  .map((one) => ({ ...one, delays: one.rows.flatMap(({ delay }) => delay ?? []) }));
const flagged = ({ rows }) => rows.filter(({ ever }) => ever).length;
const total = (list, of) => list.reduce((sum, one) => sum + of(one), 0);

const paceOf = ({ sessions }) => (sessions.at(-1).skill - sessions[0].skill) / Math.max(1, sessions.length - 1);
const slowestTenth = (values) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 10)];
/** What nine of ten slow healthy learners of a calendar add to the logarithm of the tempo in a session. */
const slowPace = (calendar) =>
  slowestTenth(
    studies.filter((one) => one.calendar === calendar && /^slow/.test(one.name))[0].rows.map(({ run }) => paceOf(run)),
  );

/** The share of standstills that can be found at best, some sessions after they could be said. */
const boundOf = ({ rows, calendar }, later) => {
  const pace = slowPace(calendar);
  const found = rows.flatMap(({ run, learner, standstill }) =>
    standstill === null
      ? []
      : [
          bestPower(run, learner, {
            start: standstill.start,
            last: Math.min(run.sessions.length - 1, standstill.possible + later),
            pace,
          }),
        ],
  );
  return total(found, (power) => power) / found.length;
};

const LATER = 12;
const COLOURS = ['#1f6f78', '#b5651d'];
const curve = ({ delays }, index) => {
  const points = days(LATER + 1).map(
    (later) => `${60 + later * 40},${20 + 200 * (1 - within(delays, later) / delays.length)}`,
  );
  return `<polyline fill="none" stroke="${COLOURS[index]}" stroke-width="2.5" points="${points.join(' ')}"/>
  <text x="${70 + LATER * 40}" y="${24 + index * 18}" fill="${COLOURS[index]}">${halted[index].name}</text>`;
};
const grid = [0, 25, 50, 75, 100].map(
  (share) =>
    `<line x1="60" x2="${60 + LATER * 40}" y1="${220 - share * 2}" y2="${220 - share * 2}" stroke="#ddd"/><text x="52" y="${224 - share * 2}" text-anchor="end">${share} %</text>`,
);
const ticks = days(LATER + 1).map(
  (later) => `<text x="${60 + later * 40}" y="238" text-anchor="middle">${later}</text>`,
);
writeFileSync(
  join(PROJECT_ROOT, 'docs/simulation.svg'),
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 740 262" font-family="sans-serif" font-size="12" fill="#333">
  <title>Share of standstills that were found, by sessions since a week and three sessions had gone by</title>
  ${[...grid, ...ticks].join('\n  ')}
  ${halted.map(curve).join('\n  ')}
  <text x="${60 + LATER * 20}" y="256" text-anchor="middle">sessions after a standstill of a week and three sessions</text>
</svg>
`,
);

writeFileSync(
  join(PROJECT_ROOT, 'docs/simulation.md'),
  `# What is said of invented students

Made by \`npm run simulate\` (seeded). Learners and their learning follow the literature on motor learning, not our own rules: a fast
process that forgets and a slow one that keeps, gains that get smaller on the way to an asymptote, a warm-up decrement, good and bad days, slips of
attention (\`core/src/practice/simulation/motor-learner.ts\`). Clean passes fall off by a normal curve, where our model supposes a logistic one.

## Who is called stuck

Students of a ladder to 110 bpm over twelve to twenty weeks, looked at after each session. Healthy ones could reach the target if they went on.

| learner | students | through in the time | ever called stuck |
| --- | --- | --- | --- |
${healthy.map((one) => `| ${one.name} | ${one.count} | ${percent(one.rows.filter(({ through }) => through).length, one.count)} | ${percent(flagged(one), one.count)} |`).join('\n')}
| all healthy ones | ${total(healthy, ({ count }) => count)} | | ${percent(
    total(healthy, flagged),
    total(healthy, ({ count }) => count),
  )} |

A standstill is where a session adds less than ${STANDSTILL} to the logarithm of the tempo until the end. It can be said when a week and three sessions have gone by
since then and since there was last something new.

| learner | standstills | said at once | within 2 sessions | within 4 | within 8 | never |
| --- | --- | --- | --- | --- | --- | --- |
${halted.map(({ name, delays }) => `| ${name} | ${delays.length} | ${[0, 2, 4, 8].map((most) => percent(within(delays, most), delays.length)).join(' | ')} | ${percent(delays.filter((delay) => delay === Infinity).length, delays.length)} |`).join('\n')}

How soon can it be told at all? Suppose somebody who knows the learner's level before the standstill, how sharp it is and how much days differ, and who
asks only once whether it stands or goes on at the pace that nine of ten slow healthy learners exceed, wrong for three in a hundred that go on. By the
information in the attempts (Fisher's; Neyman & Pearson's test) more than this cannot be found:

| learner | pace told from | at once | within 2 sessions | within 4 | within 8 |
| --- | --- | --- | --- | --- | --- |
${halted.map((one) => `| ${one.name} | ${Math.round(1000 * slowPace(one.calendar)) / 10} % a session | ${[0, 2, 4, 8].map((later) => percent(boundOf(one, later), 1)).join(' | ')} |`).join('\n')}

![Share of standstills that were found](simulation.svg)

The detector has to estimate level, sharpness, daily form and pace from the same passes, and it is asked after every session. The bound assumes the
pace in the table: a standstill of somebody who learns faster can be detected sooner. By this bound 95 % of the standstills of those who practise three
days a week cannot be detected within three sessions without calling more of the slow healthy learners stuck.

## How sure an ability is

Intervals of 95 % of a constraint's ability against the learner's own, for different spreads of single attempts, and corrections offered to hands that are exactly as
supposed.

| spread of an attempt | sessions | intervals that hold the truth | corrections offered wrongly |
| --- | --- | --- | --- |
${abilities.map((one) => `| ${one.spread} | ${one.sessions} | ${percent(one.inside, one.all)} | ${percent(one.offered, one.students)} |`).join('\n')}
| all | | ${percent(
    total(abilities, ({ inside }) => inside),
    total(abilities, ({ all }) => all),
  )} | ${percent(
    total(abilities, ({ offered }) => offered),
    total(abilities, ({ students }) => students),
  )} |
`,
);
console.log('docs/simulation.md');
