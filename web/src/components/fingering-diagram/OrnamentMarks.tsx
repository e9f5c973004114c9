import { sayMessage } from '@fleet-wren/wording';
import { bendName, type GraceNote, type SlideSide, type Stroke } from '@fleet-wren/core';

/** As they are written in music, in every language. */
const TRILL_SIGN = 'tr';
const TAP_SIGN = 'T';

interface MarkProps {
  readonly stroke: Stroke;
  readonly radius: number;
}

/** An arrow that rises from a token, and falls again where the bend is let down, with how far it goes. */
const BendMark = ({ stroke: { bend }, radius }: MarkProps) => {
  if (!bend) return null;
  const [x, y] = [radius + 1, -radius - 8];
  return (
    <>
      <path className="mark-line" d={`M${radius} ${-radius * 0.4}Q${x + 6} ${-radius * 0.4} ${x + 6} ${y}`} />
      <path className="mark-line" d={`M${x + 3.5} ${y + 3}L${x + 6} ${y}L${x + 8.5} ${y + 3}`} />
      {bend.isReleased && <path className="mark-line" d={`M${x + 6} ${y}Q${x + 12} ${y} ${x + 12} ${y + 9}`} />}
      <text className="mark-word" x={x + 6} y={y - 3}>
        {sayMessage(bendName(bend.semitones, 'sign'))}
      </text>
    </>
  );
};

const wave = (x: number, y: number, length: number): string => `M${x} ${y}q2 -3.5 4 0`.concat('t4 0'.repeat(length));

/** A small token before a note: how many frets it lies from it. */
const GraceMark = ({ grace, radius }: { readonly grace: GraceNote; readonly radius: number }) => (
  <>
    <circle className="mark-grace" cx={-radius - 6} cy={grace.frets > 0 ? -5 : 5} r={3.2} />
    <path
      className="mark-line"
      d={`M${-radius - 6} ${-radius * 0.6 - 4}Q${-radius * 0.6} ${-radius - 6} ${-2} ${-radius - 2}`}
    />
  </>
);

const SLOPE: Readonly<Record<SlideSide, number>> = { below: 1, above: -1 };

/** Lines a note slides in or off along: from below they rise to it. */
const SlideMarks = ({ stroke: { slideIn, slideOut }, radius }: MarkProps) => (
  <>
    {slideIn && (
      <path className="mark-line" d={`M${-radius - 13} ${9 * SLOPE[slideIn]}L${-radius - 3} ${2 * SLOPE[slideIn]}`} />
    )}
    {slideOut && (
      <path className="mark-line" d={`M${radius + 3} ${2 * SLOPE[slideOut]}L${radius + 13} ${9 * SLOPE[slideOut]}`} />
    )}
  </>
);

/** What is done with a note besides striking it, around its token. */
export const OrnamentMarks = ({ stroke, radius }: MarkProps) => (
  <>
    <BendMark stroke={stroke} radius={radius} />
    <SlideMarks stroke={stroke} radius={radius} />
    {stroke.grace && <GraceMark grace={stroke.grace} radius={radius} />}
    {stroke.vibrato && <path className="mark-line" d={wave(-8, -radius - 5, 3)} />}
    {stroke.trill !== undefined && (
      <text className="mark-word mark-trill" y={-radius - 5}>
        {TRILL_SIGN}
      </text>
    )}
    {(stroke.tapped || stroke.slur === 'tap') && (
      <text className="mark-word mark-tap" y={-radius - 5}>
        {TAP_SIGN}
      </text>
    )}
    {stroke.staccato && <circle className="mark-dot" cy={-radius - 5} r={1.8} />}
    {stroke.dead && (
      <path
        className="mark-dead"
        d={`M${-radius} ${-radius}L${radius} ${radius}M${-radius} ${radius}L${radius} ${-radius}`}
      />
    )}
    {stroke.restStroke && <path className="mark-line" d={`M${-radius * 0.7} ${radius + 4}h${radius * 1.4}v-3`} />}
    {stroke.rolled && (
      <path className="mark-line" d={wave(-8, 0, 3)} transform={`rotate(-90) translate(0 ${-radius - 5})`} />
    )}
  </>
);
