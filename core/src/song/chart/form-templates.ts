import { message, type Message } from '../../message/message.ts';
import { spellPitchClass, usesFlats } from './transpose-symbol.ts';

/** Answers to what a form leaves open. */
export interface FormOptions {
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
  readonly name: Message;
  readonly description: Message;
  /** The chart; `say` says the names of its sections, in the language of its user. */
  readonly chart: (choices: FormOptions, say: (name: Message) => string) => string;
}

const DEGREE_SEMITONES: Readonly<Record<string, number>> = { I: 0, II: 2, III: 4, IV: 5, V: 7, VI: 9 };

/** Degrees written as a chart in a key: I, IV7, VIm … */
const transposeDegrees = (text: string, { key, minor = false }: FormOptions): string => {
  const flats = usesFlats(key) || (minor && usesFlats(key + 3));
  return text.replace(/\b(I{1,3}|IV|VI?)(m?7?)\b(?!:)/g, (_, degree: string, ending: string) => {
    const third = minor && degree !== 'V' && !ending.startsWith('m') ? 'm' : '';
    return spellPitchClass(key + (DEGREE_SEMITONES[degree] as number), flats) + third + ending;
  });
};

/** Forms offered for a new song (common practice, no source). */
export const FORM_TEMPLATES: readonly FormTemplate[] = [
  {
    key: 'twelve-bar',
    name: message('song-form.twelve-bar.name'),
    description: message('song-form.twelve-bar.description'),
    chart: (choices, say) =>
      transposeDegrees(
        `${say(message('song-form.section.twelve-bars'))}:\n| I | ${choices.quickChange ? 'IV' : 'I'} | I | I7 |\n| IV7 | IV7 | I | I |\n| V7 | IV7 | I | ${choices.turnaround === false ? 'I' : 'V7'} |`,
        choices,
      ),
  },
  {
    key: 'eight-bar',
    name: message('song-form.eight-bar.name'),
    description: message('song-form.eight-bar.description'),
    chart: (choices, say) =>
      transposeDegrees(
        `${say(message('song-form.section.eight-bars'))}:\n| I | V7 | IV7 | IV7 |\n| I | V7 | I | V7 |`,
        choices,
      ),
  },
  {
    key: 'aaba',
    name: message('song-form.aaba.name'),
    description: message('song-form.aaba.description'),
    chart: (choices, say) =>
      transposeDegrees(
        `A:\n||: I | VIm | IV | V7 | I | VIm | V7 | I :|| x2\nB:\n| IV | IV | I | I | IV | IV | V7 | V7 |\n${say(message('song-form.section.a-again'))}:\n| I | VIm | IV | V7 | I | VIm | V7 | I |`,
        choices,
      ),
  },
  {
    key: 'verse-chorus-bridge',
    name: message('song-form.verse-chorus-bridge.name'),
    description: message('song-form.verse-chorus-bridge.description'),
    chart: (choices, say) =>
      transposeDegrees(
        `${say(message('song-form.section.verse'))}:\n| I | I | IV | I | I | VIm | V7 | V7 |\n${say(message('song-form.section.chorus'))}:\n| IV | V | I | VIm | IV | V | I | I |\n${say(message('song-form.section.bridge'))}:\n| VIm | VIm | IV | IV | VIm | IV | V7 | V7 |`,
        choices,
      ),
  },
  {
    key: 'through-written',
    name: message('song-form.through-composed.name'),
    description: message('song-form.through-composed.description'),
    chart: (choices, say) =>
      transposeDegrees(
        `${say(message('song-form.section.part-one'))}:\n| I | I | IV | IV | V7 | V7 | I | I |`,
        choices,
      ),
  },
];
