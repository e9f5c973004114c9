/** A place on a picture, in its own units. */
export interface Point {
  readonly x: number;
  readonly y: number;
}

/** A finger as a curve from its knuckle to its tip, with how wide it is at both. */
export interface Ribbon {
  readonly from: Point;
  readonly bend: Point;
  readonly to: Point;
  readonly widths: readonly [from: number, to: number];
}

/** Pieces a curve is drawn in. */
const PIECES = 16;

const mix = (a: number, b: number, share: number): number => a + (b - a) * share;

/** A place on a quadratic Bézier curve, and how far its edges lie to both sides of it. */
const edgesAt = ({ from, bend, to, widths }: Ribbon, share: number): readonly [left: Point, right: Point] => {
  const [ax, ay] = [mix(from.x, bend.x, share), mix(from.y, bend.y, share)];
  const [bx, by] = [mix(bend.x, to.x, share), mix(bend.y, to.y, share)];
  const [x, y] = [mix(ax, bx, share), mix(ay, by, share)];
  const length = Math.hypot(bx - ax, by - ay) || 1;
  const half = mix(widths[0], widths[1], share) / 2;
  const [nx, ny] = [(-(by - ay) / length) * half, ((bx - ax) / length) * half];
  return [
    { x: x + nx, y: y + ny },
    { x: x - nx, y: y - ny },
  ];
};

const write = (points: readonly Point[]): string =>
  points.map(({ x, y }) => `${x.toFixed(1)} ${y.toFixed(1)}`).join('L');

/**
 * The outline of a tapered finger: along one side, round the tip and back along the other. It is open at the knuckle,
 * where the finger grows out of the hand.
 * @example
 * ribbonPath({ from: { x: 0, y: 0 }, bend: { x: 5, y: 0 }, to: { x: 9, y: 0 }, widths: [2, 1] }).slice(0, 8)
 * // => 'M0.0 1.0'
 */
export const ribbonPath = (ribbon: Ribbon): string => {
  const sides = Array.from({ length: PIECES + 1 }, (_, index) => edgesAt(ribbon, index / PIECES));
  const left = sides.map(([point]) => point);
  const right = sides.map(([, point]) => point).reverse();
  const radius = (ribbon.widths[1] / 2).toFixed(1);
  const [tip] = right as [Point];
  return `M${write(left)}A${radius} ${radius} 0 0 0 ${tip.x.toFixed(1)} ${tip.y.toFixed(1)}L${write(right.slice(1))}`;
};
