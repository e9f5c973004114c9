/** Words by which parts of plucked instruments are called, in the languages scores come in (common practice). */
const PLUCKED_NAME = /guit|gitar|git\.|gtr|chitarra|guitarra|гитар|banjo|ukulele|uke\b|laute|\blute\b|vihuela/i;

/** Basses and drums are called after the guitar too, and no fingerstyle part. */
const OTHER_NAME = /bass guitar|guitarra baixo|bassgitarre|basse|drum/i;

/** General MIDI programs, from 0: the guitars 24 to 31, and the banjo (MIDI 1.0, General MIDI Level 1). */
const isPluckedProgram = (program: number): boolean => (program >= 24 && program <= 31) || program === 105;

/** Whether a part is for a guitar or its relatives, by its name or its sound. */
export const isPluckedPart = (name: string | undefined, program?: number): boolean => {
  if (name !== undefined && OTHER_NAME.test(name)) return false;
  if (name !== undefined && PLUCKED_NAME.test(name)) return true;
  return program !== undefined && isPluckedProgram(program);
};
