import { message } from '../../message/message.ts';
import { describePosition, findOrnamentObstacle, type OrnamentObstacle, type Stroke } from '../../pattern/index.ts';
import type { DiagnosticRule, IndexedDiagnostic } from './diagnostic.ts';

/** Names the catalogue chooses its words by. */
const OBSTACLE_WORDS: Readonly<Record<OrnamentObstacle, string>> = {
  'bend-open': 'bend_open',
  'vibrato-open': 'vibrato_open',
  'below-nut': 'below_nut',
  'beyond-neck': 'beyond_neck',
  'no-slur': 'no_slur',
  'tap-open': 'tap_open',
};

type Ornament = 'bend' | 'vibrato' | 'grace' | 'trill' | 'tapped';

const ornamentOf = ({ grace, bend, vibrato }: Stroke, obstacle: OrnamentObstacle): Ornament => {
  if (obstacle === 'tap-open') return 'tapped';
  if (obstacle === 'bend-open' && bend) return 'bend';
  if (obstacle === 'vibrato-open' && vibrato) return 'vibrato';
  return grace ? 'grace' : 'trill';
};

const without = (stroke: Stroke, ornament: Ornament): Stroke => {
  const { [ornament]: _ornament, ...rest } = stroke;
  return rest;
};

/** Ornaments the other hand cannot play where the note is: an open string bent, a grace note below the nut. */
export const checkImpossibleOrnaments: DiagnosticRule = ({ pattern }) =>
  pattern.strokes.flatMap((stroke, index): IndexedDiagnostic[] => {
    const obstacle = findOrnamentObstacle(pattern, stroke);
    if (!obstacle) return [];
    const ornament = ornamentOf(stroke, obstacle);
    return [
      {
        code: 'impossible-ornament',
        strokes: [index],
        message: message('finding.impossible-ornament', {
          place: describePosition(pattern, stroke.at),
          string: stroke.string,
          obstacle: OBSTACLE_WORDS[obstacle],
        }),
        severity: 0.7,
        fixCandidates: [
          {
            label: message('fix.without-ornament', { ornament }),
            edit: { kind: 'put', strokes: [without(stroke, ornament)] },
          },
        ],
      },
    ];
  });
