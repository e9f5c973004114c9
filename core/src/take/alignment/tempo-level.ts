/** Belief over the cells of the score at one tempo: a ring, so that to move on is to turn it. */
export class TempoLevel {
  readonly mass: Float64Array;
  /** Where in the ring the score begins. */
  private first = 0;
  private due = 0;

  constructor(
    readonly factor: number,
    private readonly cells: number,
  ) {
    this.mass = new Float64Array(cells);
  }

  placeOf(cell: number): number {
    const place = this.first + cell;
    return place < this.cells ? place : place - this.cells;
  }

  /** How many cells a step of sound moves on now. */
  takeStep(): number {
    this.due += this.factor;
    const cells = Math.floor(this.due);
    this.due -= cells;
    return cells;
  }

  /** Turns by some cells: what leaves at the end enters at the beginning. */
  turn(cells: number): void {
    this.first = this.placeOf(this.cells - (cells % this.cells));
  }

  /** Empties the first cells and answers what was in them. */
  takeFirst(cells: number): number {
    let taken = 0;
    for (let cell = 0; cell < cells; cell += 1) {
      const place = this.placeOf(cell);
      taken += this.mass[place] as number;
      this.mass[place] = 0;
    }
    return taken;
  }

  /** Its cells in the order of the score. */
  unrollInto(list: Float64Array): void {
    list.set(this.mass.subarray(this.first), 0);
    list.set(this.mass.subarray(0, this.first), this.cells - this.first);
  }

  /** Its cells, in the order of the score from now on, as they are filled in. */
  rollOut(): Float64Array {
    this.first = 0;
    return this.mass;
  }
}

/** A level with its neighbours, each in the order of the score, and the shares that come from each. */
interface LevelMix {
  readonly before: Float64Array;
  readonly own: Float64Array;
  readonly after: Float64Array;
  readonly stays: number;
  readonly beside: number;
}

/** Fills in a level anew, adds it to what is played at any tempo, and answers how much it holds. */
export const mixLevel = (
  { before, own, after, stays, beside }: LevelMix,
  mass: Float64Array,
  playing: Float64Array,
): number => {
  let all = 0;
  for (let cell = 0; cell < mass.length; cell += 1) {
    const sum = stays * (own[cell] as number) + beside * ((before[cell] as number) + (after[cell] as number));
    // Numbers too small to matter are slow to reckon with.
    const mixed = sum < 1e-30 ? 0 : sum;
    mass[cell] = mixed;
    playing[cell] = (playing[cell] as number) + mixed;
    all += mixed;
  }
  return all;
};
