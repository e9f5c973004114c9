import { say, sayMessage } from '@fleet-wren/wording';
import {
  ARTICULATIONS,
  findStoppedFret,
  findStrokeAt,
  findTouchFret,
  bendName,
  describePosition,
  type Bend,
  type Digit,
  type Articulation,
  type Pattern,
  type Stroke,
  fingerName,
  type ChordRole,
} from '@fleet-wren/core';
import type { EditorCell } from '../../workspace/pattern-editor-store.ts';

const MARK_WORDS: Readonly<Record<Articulation, string>> = {
  accent: say('bench.accented'),
  rake: say('bench.raked'),
  brush: say('bench.brushed'),
  damped: say('bench.palm-muted'),
  ring: say('bench.let-ring-2'),
  silent: say('bench.silent'),
  unplanted: say('bench.no-planting'),
  vibrato: say('bench.with-vibrato'),
  staccato: say('bench.short'),
  dead: say('bench.dead'),
  restStroke: say('bench.as-rest-stroke'),
  glide: say('bench.slid-to-and-picked'),
  rolled: say('bench.rolled'),
  tapped: say('bench.tapped'),
};

/** What a note bound to the chord is called. */
export const ROLE_WORDS: Readonly<Record<ChordRole, string>> = {
  bass: say('bench.bass-note-of-the-chord'),
  alternate: say('bench.alternating-bass-note'),
  'second alternate': say('bench.third-bass-note'),
};

const describeBend = ({ semitones, isReleased }: Bend): string => {
  const by = sayMessage(bendName(semitones, 'word'));
  return isReleased ? say('bench.bent-and-released', { by }) : say('bench.bent', { by });
};

const describeOrnaments = ({ bend, grace, trill, slideIn, slideOut }: Stroke): readonly string[] => [
  ...(bend ? [describeBend(bend)] : []),
  ...(grace ? [say('bench.with-grace-note')] : []),
  ...(trill === undefined ? [] : [say('bench.trilled')]),
  ...(slideIn ? [say(slideIn === 'below' ? 'bench.slide-in-below' : 'bench.slide-in-above')] : []),
  ...(slideOut ? [say(slideOut === 'below' ? 'bench.slide-out-below' : 'bench.slide-out-above')] : []),
];

/** A stroke as a sentence for screen readers. */
export const describeStroke = (pattern: Pattern, stroke: Stroke, digit: Digit | null | undefined): string => {
  const unplucked = stroke.slur ? say(`slur.${stroke.slur}`) : say('bench.no-finger-yet');
  return [
    sayMessage(describePosition(pattern, stroke.at)),
    say('bench.string', { string: stroke.string }),
    digit ? sayMessage(fingerName(digit)) : unplucked,
    stroke.pin ? say('bench.pinned') : '',
    stroke.accent ? say('bench.accented') : '',
    ...ARTICULATIONS.filter((mark) => mark !== 'accent' && stroke[mark]).map((mark) => MARK_WORDS[mark]),
    stroke.harmonic
      ? say('bench.harmonic-at-fret', {
          kind: stroke.harmonic.kind,
          touch: findTouchFret(stroke.harmonic, findStoppedFret(pattern, stroke)),
        })
      : '',
    ...describeOrnaments(stroke),
    stroke.role ? ROLE_WORDS[stroke.role] : '',
  ]
    .filter(Boolean)
    .join(', ');
};

/** Where the keyboard stands, as a sentence for screen readers. */
export const describeCell = (
  pattern: Pattern,
  cell: EditorCell,
  digits: Readonly<Record<string, Digit | null>>,
): string => {
  const stroke = findStrokeAt(pattern, cell.at, cell.string);
  return stroke
    ? describeStroke(pattern, stroke, digits[stroke.id])
    : say('bench.string-empty', { whereIs: sayMessage(describePosition(pattern, cell.at)), string: cell.string });
};
