import { formatNoteName, type NoteNamingSystem, type Voicing } from '../../harmony/index.ts';
import { toHarmonyKind } from './harmony-kinds.ts';
import { createElement, type XmlElement } from './xml-tree.ts';

const rootParts = (name: string, prefix: 'root' | 'bass', naming: NoteNamingSystem | undefined): XmlElement =>
  createElement(prefix, [
    ...(naming === undefined || naming === 'letters' ? stepParts(name, prefix) : calledParts(name, prefix, naming)),
  ]);

/** As it is called rather than what it is: for an engraver that draws what it reads. */
const calledParts = (name: string, prefix: 'root' | 'bass', naming: NoteNamingSystem): readonly XmlElement[] => [
  createElement(`${prefix}-step`, formatNoteName(name, naming)),
];

const stepParts = (name: string, prefix: 'root' | 'bass'): readonly XmlElement[] => [
  createElement(`${prefix}-step`, name.charAt(0)),
  ...(name.length > 1 ? [createElement(`${prefix}-alter`, /[♯#]/.test(name) ? 1 : -1)] : []),
];

/** Frets a frame shows. */
const SHOWN = 4;

/** The small neck beside a symbol: where the fingers stand; muted strings have no note in it. */
const frameOf = ({ frets }: Voicing): readonly XmlElement[] => {
  const sounding = frets.flatMap((fret, index) => (fret === null ? [] : [{ string: frets.length - index, fret }]));
  if (sounding.length === 0) return [];
  const stopped = sounding.map(({ fret }) => fret).filter((fret) => fret > 0);
  const [least, most] = [Math.min(...stopped, 99), Math.max(...stopped, 0)];
  const first = most > SHOWN ? least : 1;
  return [
    createElement('frame', [
      createElement('frame-strings', frets.length),
      createElement('frame-frets', Math.max(SHOWN, most - first + 1)),
      ...(first > 1 ? [createElement('first-fret', first)] : []),
      ...sounding.map(({ string, fret }) =>
        createElement('frame-note', [createElement('string', string), createElement('fret', fret)]),
      ),
    ]),
  ];
};

/** A chord's symbol and its frame, so many ticks after where it stands; nothing where a shape has no symbol. */
export const createHarmonyElements = (
  voicing: Voicing,
  offset: number,
  naming?: NoteNamingSystem,
): readonly XmlElement[] => {
  const match = /^([A-G][#♯b♭]?)([^/ ]*(?:\/\d+)?)(?:\/([A-G][#♯b♭]?))?(?: \(.*)?$/.exec(voicing.chord);
  if (!match) return [];
  const [, root = '', suffix = '', bass] = match;
  const kind = toHarmonyKind(suffix);
  return [
    createElement('harmony', [
      rootParts(root, 'root', naming),
      createElement('kind', kind, kind === 'other' || suffix !== '' ? { text: suffix } : {}),
      ...(bass ? [rootParts(bass, 'bass', naming)] : []),
      ...frameOf(voicing),
      ...(offset === 0 ? [] : [createElement('offset', offset)]),
    ]),
  ];
};
