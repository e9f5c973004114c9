import { calledNote, type Naming, type Voicing } from '../../harmony/index.ts';
import { kindOf } from './kinds.ts';
import { element, type Element } from './xml.ts';

const rootParts = (name: string, prefix: 'root' | 'bass', naming: Naming | undefined): Element =>
  element(prefix, [
    ...(naming === undefined || naming === 'letters' ? stepParts(name, prefix) : calledParts(name, prefix, naming)),
  ]);

/** As it is called rather than what it is: for an engraver that draws what it reads. */
const calledParts = (name: string, prefix: 'root' | 'bass', naming: Naming): readonly Element[] => [
  element(`${prefix}-step`, calledNote(name, naming)),
];

const stepParts = (name: string, prefix: 'root' | 'bass'): readonly Element[] => [
  element(`${prefix}-step`, name.charAt(0)),
  ...(name.length > 1 ? [element(`${prefix}-alter`, /[♯#]/.test(name) ? 1 : -1)] : []),
];

/** Frets a frame shows. */
const SHOWN = 4;

/** The small neck beside a symbol: where the fingers stand; muted strings have no note in it. */
const frameOf = ({ frets }: Voicing): readonly Element[] => {
  const sounding = frets.flatMap((fret, index) => (fret === null ? [] : [{ string: frets.length - index, fret }]));
  if (sounding.length === 0) return [];
  const stopped = sounding.map(({ fret }) => fret).filter((fret) => fret > 0);
  const [least, most] = [Math.min(...stopped, 99), Math.max(...stopped, 0)];
  const first = most > SHOWN ? least : 1;
  return [
    element('frame', [
      element('frame-strings', frets.length),
      element('frame-frets', Math.max(SHOWN, most - first + 1)),
      ...(first > 1 ? [element('first-fret', first)] : []),
      ...sounding.map(({ string, fret }) => element('frame-note', [element('string', string), element('fret', fret)])),
    ]),
  ];
};

/** A chord's symbol and its frame, so many ticks after where it stands; nothing where a shape has no symbol. */
export const harmonyOf = (voicing: Voicing, offset: number, naming?: Naming): readonly Element[] => {
  const match = /^([A-G][#♯b♭]?)([^/ ]*(?:\/\d+)?)(?:\/([A-G][#♯b♭]?))?(?: \(.*)?$/.exec(voicing.chord);
  if (!match) return [];
  const [, root = '', suffix = '', bass] = match;
  const kind = kindOf(suffix);
  return [
    element('harmony', [
      rootParts(root, 'root', naming),
      element('kind', kind, kind === 'other' || suffix !== '' ? { text: suffix } : {}),
      ...(bass ? [rootParts(bass, 'bass', naming)] : []),
      ...frameOf(voicing),
      ...(offset === 0 ? [] : [element('offset', offset)]),
    ]),
  ];
};
