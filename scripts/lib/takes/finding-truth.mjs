import { actuatorOf } from '../../../core/dist/index.js';
import { median, pulseOf, spreadOf } from './measures.mjs';

/** Two thirds of what is spoken of: less is not what was said. Seconds, decibels. */
const LEAST = {
  late: 0.011,
  apart: 0.015,
  atPlace: 0.01,
  spread: 0.02,
  louder: 3,
  accent: 4.3,
  drift: 0.015,
  fades: 0.01,
  softer: 2.3,
};

/** What was played in an invented take, stroke by stroke. */
const playedIn = ({ reference, player, performance }) => {
  const pulse = pulseOf(reference, player.tempoDrift);
  return performance.strokes
    .filter(({ label }) => label === 'matched')
    .map((stroke) => {
      const asked = reference.strokes[stroke.referenceIndex];
      const finger = asked.digit && actuatorOf(asked.digit);
      return { ...asked, finger, late: stroke.at - pulse(asked.onset), decibels: 20 * Math.log10(stroke.loudness) };
    });
};

const lateOf = (strokes) => median(strokes.map(({ late }) => late));
const levelOf = (strokes) => median(strokes.map(({ decibels }) => decibels));

const lostBy = ({ reference, performance }, what, isThere) => {
  const indexes =
    what === 'missed'
      ? performance.deletions
      : performance.strokes.filter(({ label }) => label === 'wrong-string').map(({ referenceIndex }) => referenceIndex);
  return indexes.filter((index) => isThere(reference.strokes[index])).length;
};

/** Loudness of a finger against the others on its strings. */
const louderBy = (played, own) => {
  const differences = own.flatMap((stroke) => {
    const others = played.filter((one) => one.string === stroke.string && one.finger !== stroke.finger);
    return others.length < 4 ? [] : [stroke.decibels - levelOf(others)];
  });
  return median(differences);
};

const fades = ({ reference: { passes } }, played, finger) => {
  const third = Math.floor(passes / 3);
  const part = (from, to) => {
    const all = played.filter(({ pass }) => pass >= from && pass < to);
    const own = all.filter((stroke) => stroke.finger === finger);
    return { late: lateOf(own) - lateOf(all), level: levelOf(own) - levelOf(all) };
  };
  const [first, last] = [part(0, third), part(passes - third, passes)];
  return last.late - first.late >= LEAST.fades || first.level - last.level >= LEAST.softer;
};

/** Whether findings of each kind are so; those that are not here say nothing that is known. */
const TRUTHS = {
  'take.fingers-apart': ({ played, params }) => {
    const of = (name) => played.filter(({ finger }) => finger === name.params.finger);
    return lateOf(of(params.other)) - lateOf(of(params.finger)) >= LEAST.apart;
  },
  'take.finger-off-time': ({ played, fingers, own, params }) => {
    const by = lateOf(own) - median(fingers.map((one) => lateOf(played.filter(({ finger }) => finger === one))));
    return (params.when === 'late' ? by : -by) >= LEAST.late;
  },
  'take.finger-uneven': ({ own }) => spreadOf(own.map(({ late }) => late)) >= LEAST.spread,
  'take.finger-loudness': ({ played, own, params }) => {
    const by = louderBy(played, own);
    return (params.how === 'softer' ? -by : by) >= LEAST.louder;
  },
  'take.finger-misses': ({ take, finger, params }) => isMostly(take, 'missed', finger, params.count),
  'take.finger-wrong-string': ({ take, finger, params }) => isMostly(take, 'wrong-string', finger, params.count),
  'take.note-missed-often': ({ take, place, params }) => isMostlyAt(take, 'missed', place, params.count),
  'take.note-wrong-string-often': ({ take, place, params }) => isMostlyAt(take, 'wrong-string', place, params.count),
  'take.tempo-drift': ({ take, params }) =>
    (params.way === 'faster' ? take.player.tempoDrift : -take.player.tempoDrift) >= LEAST.drift,
  'take.place-off-time': ({ played, here, params }) => {
    const elsewhere = played.filter((one) => one.finger === here[0]?.finger && !here.includes(one));
    const all = [lateOf(here) - lateOf(elsewhere), lateOf(here) - lateOf(played)];
    return (params.when === 'late' ? Math.min(...all) : -Math.max(...all)) >= LEAST.atPlace;
  },
  'take.unwanted-accent': ({ played, here }) => {
    const others = played.filter(({ pitch }) => pitch === here[0]?.pitch).filter((one) => !here.includes(one));
    const places = [...new Set(others.map(({ scoreIndex }) => scoreIndex))];
    const loudest = Math.max(
      ...places.map((place) => levelOf(others.filter(({ scoreIndex }) => scoreIndex === place))),
    );
    return levelOf(here) - loudest >= LEAST.accent;
  },
  'take.finger-fades': ({ take, played, finger }) => fades(take, played, finger),
  'take.string-out-of-tune': () => false,
  'take.guitar-off-pitch': () => false,
  'take.other-tempo': () => false,
  'take.stops': () => false,
};

const isMostly = (take, what, finger, claimed) => {
  const count = lostBy(take, what, ({ digit }) => digit && actuatorOf(digit) === finger);
  return count >= 2 && count >= claimed / 2;
};

const isMostlyAt = (take, what, place, claimed) => {
  const count = lostBy(take, what, ({ scoreIndex }) => scoreIndex === place);
  return count >= 2 && count >= claimed / 2;
};

/** Whether a finding is so, by what was played; null where that is not known. */
export const isTrue = (take, { message: { code, params = {} }, strokes }) => {
  const played = playedIn(take);
  const fingers = [...new Set(played.map(({ finger }) => finger))];
  const idsOf = (finger) => [
    ...new Set(
      take.reference.strokes
        .filter(({ digit }) => digit && actuatorOf(digit) === finger)
        .map(({ strokeId }) => strokeId),
    ),
  ];
  const finger = fingers.find((one) => one && idsOf(one).join() === strokes.join());
  const place = take.reference.strokes.find(({ strokeId }) => strokeId === strokes.at(-1))?.scoreIndex;
  const own = played.filter((stroke) => stroke.finger === finger);
  const here = played.filter(({ scoreIndex }) => scoreIndex === place);
  return TRUTHS[code]?.({ take, played, params, fingers, finger, own, place, here }) ?? null;
};
