/** A piece of sound as the worklet hands it over. */
export interface Piece {
  /** The frame of the audio clock at which it begins. */
  readonly frame: number;
  /** What the device's clock showed when it was complete, in milliseconds. */
  readonly at: number;
  readonly samples: Float32Array;
}

/** Whether sound is whole, whether that is not sure yet, or how many seconds of it were lost before this piece. */
export type Whole = 'whole' | 'doubtful' | number;

/**
 * Milliseconds by which sound may arrive later than it did at its best before that is a doubt, the sound after which a
 * doubt is certain, and by how much clocks may drift apart in a second (est.).
 */
const RULES = { late: 80, certain: 1000, drift: 0.5 } as const;

/** What a doubt has seen: how much sound, and the least it was late by. */
interface Doubt {
  heard: number;
  least: number;
}

/**
 * Finds out whether sound was lost on its way in. Frames that are not there are missing from the audio clock itself; a
 * busy machine skips them without counting, and then the audio clock falls behind the device's clock for good. A delay
 * that is caught up with within a second was only a delay.
 */
export class Continuity {
  private next: number | null = null;
  /** The least milliseconds by which sound has been behind the clock. */
  private best = Infinity;
  private doubt: Doubt | null = null;

  constructor(private readonly sampleRate: number) {}

  hear({ frame, at, samples }: Piece): Whole {
    const missing = this.next === null ? 0 : frame - this.next;
    this.next = frame + samples.length;
    const behind = at - (1000 * this.next) / this.sampleRate;
    if (missing > 0) return this.lost(missing / this.sampleRate, behind);
    return this.judge(behind, (1000 * samples.length) / this.sampleRate);
  }

  private lost(seconds: number, best: number): number {
    [this.best, this.doubt] = [best, null];
    return seconds;
  }

  private judge(behind: number, length: number): Whole {
    this.best = Math.min(this.best + (RULES.drift * length) / 1000, behind);
    if (behind <= this.best + RULES.late) {
      this.doubt = null;
      return 'whole';
    }
    this.doubt ??= { heard: 0, least: behind };
    this.doubt.heard += length;
    this.doubt.least = Math.min(this.doubt.least, behind);
    if (this.doubt.heard < RULES.certain) return 'doubtful';
    return this.lost((this.doubt.least - this.best) / 1000, this.doubt.least);
  }
}
