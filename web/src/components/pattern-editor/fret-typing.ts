/** Milliseconds within which a second figure makes one fret of the two. */
const SECOND_FIGURE_WITHIN = 700;

interface Typed {
  readonly fret: number;
  readonly at: number;
  readonly notes: string;
  /** When its first figure was typed: both figures are one step of undo. */
  readonly began: number;
}

/** A fret that is typed for some notes: two figures that follow each other quickly are one number. */
export interface TypedFret {
  readonly fret: number;
  readonly step: string;
}

/** Puts figures together to frets, up to a highest one. `now` is in milliseconds. */
export class FretTyping {
  private last: Typed | undefined;

  type(figure: number, ids: readonly string[], highest: number, now: number): TypedFret {
    const notes = ids.join(' ');
    const { last } = this;
    const isSoon = last !== undefined && now >= last.at && now - last.at <= SECOND_FIGURE_WITHIN;
    const both = isSoon && last.notes === notes ? 10 * last.fret + figure : Infinity;
    const joins = both <= highest;
    const typed = { fret: joins ? both : figure, at: now, notes, began: joins && last ? last.began : now };
    this.last = typed;
    return { fret: typed.fret, step: `fret ${notes} ${typed.began}` };
  }
}
