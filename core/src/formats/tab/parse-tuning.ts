import {
  TUNINGS,
  createInstrument,
  formatTuning,
  parsePitchClass,
  midiToPitchClass,
  parseTuning,
  usualPitches,
  type Instrument,
} from '../../instrument/index.ts';
import type { TabHeading } from './parse-heading.ts';
import type { TabSystem } from './find-systems.ts';

/** The strings of a tablature: their instrument, whether that is known, and whether the lowest stands on top. */
export interface TabTuning {
  readonly instrument: Instrument;
  readonly isTuningKnown: boolean;
  readonly isUpsideDown: boolean;
  /** Whether the names of the lines are those of other strings than the heading says. */
  readonly isDisputed?: boolean;
}

/** The pitch class a label names; h is the b of some countries. */
const classOf = (label: string): number | undefined => {
  const name = label.replace(/^[hH]/, 'B');
  return parsePitchClass(name.charAt(0).toUpperCase() + name.slice(1));
};

type Classes = readonly (number | undefined)[];

/** Whether labels, from string 1 down, are those of pitches, from the lowest string up. */
const fits = (classes: Classes, pitches: readonly number[], raised: number): boolean =>
  classes.every(
    (one, index) =>
      one === undefined || one === midiToPitchClass((pitches[pitches.length - 1 - index] as number) + raised),
  );

/** Strings of a bass, from the lowest up: they bear the names of the four lowest of a guitar. */
const BASS = [28, 33, 38, 43] as const;

/** Pitches nearest to the usual ones of so many strings, by the labels; undefined where a label says nothing. */
const pitchesNear = (classes: Classes): readonly number[] | undefined => {
  if (classes.some((one) => one === undefined)) return undefined;
  return usualPitches(classes.length).map((pitch, index) => {
    const up = midiToPitchClass((classes[classes.length - 1 - index] as number) - pitch);
    return up > 5 ? pitch + up - 12 : pitch + up;
  });
};

const nameOf = (pitches: readonly number[]): string => formatTuning(pitches);

const withPitches = (pitches: readonly number[]): Instrument => {
  const known = TUNINGS.find((tuning) => tuning.pitches.join() === pitches.join());
  return createInstrument(known ?? { key: nameOf(pitches), pitches });
};

/** A tuning whose strings bear the labels, as they are or raised by the capo. */
const knownBy = (classes: Classes, { capo, semitonesDown }: TabHeading): Instrument | undefined => {
  const sameCount = TUNINGS.filter(({ pitches }) => pitches.length === classes.length).map(({ pitches }) => pitches);
  const all = classes.length === BASS.length ? [...sameCount, BASS] : sameCount;
  const named = classes.some((one) => one !== undefined);
  for (const raised of [0, capo, -semitonesDown]) {
    const found = all.find((pitches) => fits(classes, pitches, raised));
    // Labels that are raised by the capo name what sounds; lowered ones are how it is strung.
    if (found && (named || raised === 0)) return withPitches(found.map((pitch) => pitch + Math.min(0, raised)));
  }
  return undefined;
};

/** Labels without a word on them stand for the usual strings, lowered where that is said. */
const unnamed = (count: number, { tuning, semitonesDown }: TabHeading): TabTuning => {
  const said = tuning === undefined ? undefined : parseTuning(tuning);
  const pitches = said?.ok && said.value.pitches.length === count ? said.value.pitches : usualPitches(count);
  return {
    instrument: withPitches(pitches.map((pitch) => pitch - semitonesDown)),
    // Three lines may be all an instrument has, or the top of a guitar.
    isTuningKnown: count > 3 || said !== undefined,
    isUpsideDown: false,
  };
};

/** The strings a heading says, lowered where that is said too; undefined where it says none for so many lines. */
const saidPitches = ({ tuning, semitonesDown }: TabHeading, count: number): readonly number[] | undefined => {
  const said = tuning === undefined ? undefined : parseTuning(tuning);
  if (!said?.ok || said.value.pitches.length !== count) return undefined;
  return said.value.pitches.map((pitch) => pitch - semitonesDown);
};

const haveSameNames = (some: readonly number[], others: readonly number[]): boolean =>
  some.every((pitch, index) => midiToPitchClass(pitch) === midiToPitchClass(others[index] as number));

/** What a heading says of the strings goes before the names of the lines, which are often left as usual. */
const followHeading = (classes: Classes, pitches: readonly number[], heading: TabHeading): TabTuning => {
  const reversed = [...classes].reverse();
  const raises = [0, heading.capo, heading.semitonesDown];
  const agrees = (names: Classes): boolean => raises.some((raised) => fits(names, pitches, raised));
  const areUsual = (names: Classes): boolean => fits(names, usualPitches(names.length), 0);
  const isUpsideDown = !agrees(classes) && !areUsual(classes) && (agrees(reversed) || areUsual(reversed));
  return {
    instrument: withPitches(pitches),
    isTuningKnown: true,
    isUpsideDown,
    isDisputed: !agrees(isUpsideDown ? reversed : classes),
  };
};

/** The strings of a system by its labels and by what is said before it. */
export const inferTabTuning = ({ lines }: TabSystem, heading: TabHeading): TabTuning => {
  const classes = lines.map(({ label }) => (label === '' ? undefined : classOf(label)));
  const withCapo = (strings: TabTuning): TabTuning => ({
    ...strings,
    instrument: { ...strings.instrument, capo: heading.capo },
  });
  if (classes.every((one) => one === undefined)) return withCapo(unnamed(lines.length, heading));
  const [said, known] = [saidPitches(heading, lines.length), knownBy(classes, heading)];
  // Strings that are only named may be an octave off: a known tuning with the same names is sure.
  if (said && !(known && haveSameNames(known.pitches, said))) return withCapo(followHeading(classes, said, heading));
  if (known) {
    // Names of strings that are said to be lowered are often left as they were.
    const lowered =
      heading.semitonesDown > 0 && TUNINGS.some(({ key }) => key === known.tuning) ? heading.semitonesDown : 0;
    const instrument = lowered > 0 ? withPitches(known.pitches.map((pitch) => pitch - lowered)) : known;
    return withCapo({ instrument, isTuningKnown: true, isUpsideDown: false });
  }
  const over = knownBy([...classes].reverse(), heading);
  if (over) return withCapo({ instrument: over, isTuningKnown: true, isUpsideDown: true });
  const near = pitchesNear(classes);
  return near
    ? withCapo({ instrument: withPitches(near), isTuningKnown: true, isUpsideDown: false })
    : { ...withCapo(unnamed(lines.length, heading)), isTuningKnown: false };
};
