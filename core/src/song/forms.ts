import { noteNamed, writesFlats } from './transpose.ts';

/** Answers to what a form leaves open. */
export interface FormChoices {
  /** Pitch class of the key, 0 = C. */
  readonly key: number;
  readonly minor?: boolean;
  /** The fourth already in the second bar of twelve. */
  readonly quickChange?: boolean;
  /** The fifth in the last bar, which leads back. */
  readonly turnaround?: boolean;
}

/** A form to begin a song with: a chord chart in the key that is asked for. */
export interface FormTemplate {
  readonly key: string;
  readonly name: string;
  readonly use: string;
  readonly chart: (choices: FormChoices) => string;
}

const STEPS: Readonly<Record<string, number>> = { I: 0, II: 2, III: 4, IV: 5, V: 7, VI: 9 };

/** Degrees written as a chart in a key: I, IV7, VIm … */
const inKey = (text: string, { key, minor = false }: FormChoices): string => {
  const flats = writesFlats(key) || (minor && writesFlats(key + 3));
  return text.replace(/\b(I{1,3}|IV|VI?)(m?7?)\b(?!:)/g, (_, degree: string, ending: string) => {
    const third = minor && degree !== 'V' && !ending.startsWith('m') ? 'm' : '';
    return noteNamed(key + (STEPS[degree] as number), flats) + third + ending;
  });
};

/** Forms offered for a new song (common practice, no source). */
export const FORMS: readonly FormTemplate[] = [
  {
    key: 'twelve-bar',
    name: 'Twelve bars',
    use: 'Four bars on the first, two on the fourth, back, and over the fifth home.',
    chart: (choices) =>
      inKey(
        `Twelve bars:\n| I | ${choices.quickChange ? 'IV' : 'I'} | I | I7 |\n| IV7 | IV7 | I | I |\n| V7 | IV7 | I | ${choices.turnaround === false ? 'I' : 'V7'} |`,
        choices,
      ),
  },
  {
    key: 'eight-bar',
    name: 'Eight bars',
    use: 'Half as long, with the fifth at the halfway mark.',
    chart: (choices) => inKey('Eight bars:\n| I | V7 | IV7 | IV7 |\n| I | V7 | I | V7 |', choices),
  },
  {
    key: 'aaba',
    name: 'A A B A',
    use: 'A tune of eight bars twice, a bridge, and the tune again.',
    chart: (choices) =>
      inKey(
        'A:\n||: I | VIm | IV | V7 | I | VIm | V7 | I :|| x2\nB:\n| IV | IV | I | I | IV | IV | V7 | V7 |\nA again:\n| I | VIm | IV | V7 | I | VIm | V7 | I |',
        choices,
      ),
  },
  {
    key: 'verse-chorus-bridge',
    name: 'Verse, chorus, bridge',
    use: 'Verse and chorus in turn, a bridge once.',
    chart: (choices) =>
      inKey(
        'Verse:\n| I | I | IV | I | I | VIm | V7 | V7 |\nChorus:\n| IV | V | I | VIm | IV | V | I | I |\nBridge:\n| VIm | VIm | IV | IV | VIm | IV | V7 | V7 |',
        choices,
      ),
  },
  {
    key: 'through-written',
    name: 'Through-written',
    use: 'Eight bars to be written as they come.',
    chart: (choices) => inKey('Part 1:\n| I | I | IV | IV | V7 | V7 | I | I |', choices),
  },
];
