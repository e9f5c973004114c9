import { TempoLevel, mixLevel } from './tempo-level.ts';

/**
 * Where in a piece somebody is: exact filtering over position and tempo on a grid (a bar-pointer model, Whiteley,
 * Cemgil and Godsill 2006), with a state of waiting from which any bar may be begun (pauses and skips as in Nakamura,
 * Nakamura and Sagayama 2016). All rates and weights are est.
 */
export const FOLLOWING = {
  /** Seconds of sound from one step to the next, and seconds of the score a cell holds. */
  stepSeconds: 0.02,
  /** How quickly it is played, as a factor of what is asked: levels to the octave, and the least and greatest. */
  tempoLevelsPerOctave: 12,
  tempoRange: [-11, 9],
  /** Log likelihood of a stroke that is heard where it is due, and of one that is not, for each pitch; their bounds. */
  heard: 1.8,
  missed: -1.6,
  bounds: [-2.5, 3.5],
  /** Log likelihood of a stroke that is heard while nobody is thought to play. */
  unexplained: -0.6,
  /** Chances for each step. */
  stop: 0.003,
  begin: 0.03,
  jump: 0.0006,
  /** Share of those who begin again who do so at another place than where they stopped. */
  beginElsewhere: 0.4,
  /** Steps from one change of tempo to the next, and how much goes over to the levels beside. */
  mixingSteps: 5,
  tempoChange: 0.08,
  /** Where a jump leads: to the same bar, the one before, the beginning, and any bar. */
  jumpTargets: { same: 0.3, before: 0.2, first: 0.2, any: 0.3 },
} as const;

/** Strokes of one time: seconds from the beginning at the tempo asked for, the bar, and indexes of its pitches. */
export interface FollowedMoment {
  readonly time: number;
  readonly bar: number;
  readonly pitchIndexes: readonly number[];
}

/** What a step of sound says: how strongly each pitch is struck about it, and the strongest in it alone; 0 to 1. */
export interface HeardStep {
  readonly salience: ArrayLike<number>;
  readonly onset: number;
}

/** Where the player is thought to be: seconds of the score, the bar, and how much of the belief lies about there. */
export interface PositionEstimate {
  readonly seconds: number;
  readonly bar: number;
  readonly certainty: number;
  /** Whether somebody is thought to play just now. */
  readonly isPlaying: boolean;
}

const { stepSeconds } = FOLLOWING;

/** Seconds of the bins in which a place is sought. */
const BIN_SECONDS = 0.25;

const listTempoFactors = ([least, most]: readonly [number, number]): readonly number[] => {
  return Array.from(
    { length: most - least + 1 },
    (_, index) => 2 ** ((least + index) / FOLLOWING.tempoLevelsPerOctave),
  );
};

/** How probable a tempo is before anything is heard: about what is asked; est. */
const weighTempo = (factor: number): number => Math.exp(-0.5 * (Math.log2(factor) / 0.35) ** 2);

/** What is played: how long it is as asked, and whether it goes round. */
export interface FollowedPiece {
  readonly seconds: number;
  readonly loops: boolean;
}

/**
 * Follows a player through a score by what is heard, step by step: tempo from half to five thirds of what is asked,
 * pauses, repeated bars and skips. Deterministic.
 */
export class PositionFilter {
  private readonly levels: readonly TempoLevel[];
  private readonly cells: number;
  private readonly momentCells: Int32Array;
  /** The moment each cell comes before or is at: where who stops there goes on. */
  private readonly nextMoment: Int32Array;
  private readonly bars: number;
  /** First moment of each bar; -1 where nothing is struck in it. */
  private readonly barStarts: Int32Array;
  /** Belief that somebody waits before a moment. */
  private readonly waiting: Float64Array;
  /** Where each moment would be begun by those who wait elsewhere, as of the last change of tempo. */
  private readonly elsewhere: Float64Array;
  /** Belief that the piece is over. */
  private over = 0;
  /** How probable each tempo is for who begins. */
  private readonly tempos: Float64Array;
  private readonly factors: Float64Array;
  /** Belief over the cells, tempos together, as of the last change of tempo. */
  private readonly playing: Float64Array;
  /** What the levels hold is to be taken times this. */
  private scale = 1;
  /** Three levels in the order of the score, while tempos change. */
  private readonly unrolled: readonly [Float64Array, Float64Array, Float64Array];
  private steps = 0;

  constructor(
    private readonly moments: readonly FollowedMoment[],
    private readonly piece: FollowedPiece,
  ) {
    this.cells = Math.max(8, Math.ceil(piece.seconds / stepSeconds));
    this.levels = listTempoFactors(FOLLOWING.tempoRange).map((factor) => new TempoLevel(factor, this.cells));
    this.momentCells = Int32Array.from(moments, ({ time }) => Math.min(this.cells - 1, Math.round(time / stepSeconds)));
    this.nextMoment = this.listNextMoments();
    this.bars = 1 + Math.max(0, ...moments.map(({ bar }) => bar));
    this.barStarts = Int32Array.from({ length: this.bars }, (_, bar) => moments.findIndex((one) => one.bar === bar));
    this.waiting = new Float64Array(Math.max(1, moments.length));
    this.elsewhere = new Float64Array(this.waiting.length);
    this.tempos = Float64Array.from(this.levels, ({ factor }) => weighTempo(factor));
    this.factors = new Float64Array(moments.length);
    this.playing = new Float64Array(this.cells);
    this.unrolled = [new Float64Array(this.cells), new Float64Array(this.cells), new Float64Array(this.cells)];
    this.expectBeginning();
  }

  private listNextMoments(): Int32Array {
    const next = new Int32Array(this.cells);
    let moment = 0;
    for (let cell = 0; cell < this.cells; cell += 1) {
      while (moment < this.moments.length && (this.momentCells[moment] as number) < cell) moment += 1;
      next[cell] = moment < this.moments.length ? moment : 0;
    }
    return next;
  }

  /** Before anything is heard: most likely the piece begins with its first bar, else with any. */
  private expectBeginning(): void {
    this.waiting[0] = 0.5;
    this.spreadOverBars(0.5, this.waiting);
    if (this.moments.length > 0) this.expectElsewhere();
    const sum = this.tempos.reduce((all, one) => all + one, 0);
    this.tempos.forEach((one, level) => (this.tempos[level] = one / sum));
  }

  private spreadOverBars(mass: number, to: Float64Array): void {
    const begun = this.barStarts.filter((moment) => moment >= 0);
    for (const moment of begun) to[moment] = (to[moment] as number) + mass / begun.length;
  }

  /** Takes in what one step of sound says. */
  step(heard: HeardStep): void {
    if (this.moments.length === 0) return;
    this.weighMoments(heard);
    const quiet = Math.exp(FOLLOWING.unexplained * heard.onset);
    for (const level of this.levels) this.playOn(level);
    this.beginFromWaiting(quiet);
    this.over *= quiet;
    this.steps += 1;
    if (this.steps % FOLLOWING.mixingSteps === 0) this.mix();
  }

  /** How much each moment, were it played now, would speak for what is heard. */
  private weighMoments({ salience }: HeardStep): void {
    const [least, most] = FOLLOWING.bounds;
    this.moments.forEach(({ pitchIndexes }, index) => {
      let sum = 0;
      for (const pitch of pitchIndexes) {
        const strength = salience[pitch] ?? 0;
        sum += FOLLOWING.heard * strength + FOLLOWING.missed * (1 - strength);
      }
      this.factors[index] = Math.exp(Math.max(least, Math.min(most, sum)));
    });
  }

  private playOn(level: TempoLevel): void {
    const cells = level.takeStep();
    if (cells === 0) return;
    level.turn(cells);
    if (!this.piece.loops) this.over += this.scale * level.takeFirst(cells);
    for (let moment = 0; moment < this.momentCells.length; moment += 1) {
      const first = this.momentCells[moment] as number;
      for (let cell = first; cell < first + cells; cell += 1) {
        const place = level.placeOf(cell < this.cells ? cell : cell - this.cells);
        level.mass[place] = (level.mass[place] as number) * (this.factors[moment] as number);
      }
    }
  }

  private beginFromWaiting(quiet: number): void {
    const { begin, beginElsewhere } = FOLLOWING;
    this.waiting.forEach((mass, moment) => {
      const own = mass * (1 - beginElsewhere) + (this.elsewhere[moment] as number) * beginElsewhere;
      const begins = own * begin * (this.factors[moment] as number);
      this.waiting[moment] = mass * (1 - begin) * quiet;
      if (begins >= 1e-12) this.beginAt(this.momentCells[moment] as number, begins / this.scale);
    });
  }

  private beginAt(cell: number, mass: number): void {
    for (let index = 0; index < this.levels.length; index += 1) {
      const level = this.levels[index] as TempoLevel;
      const place = level.placeOf(cell);
      level.mass[place] = (level.mass[place] as number) + mass * (this.tempos[index] as number);
    }
  }

  /** Tempos change a little, some stop, some go to another bar; the beliefs are brought back to a sum of one. */
  private mix(): void {
    const bars = new Float64Array(this.bars);
    this.learnTempos(this.changeTempos());
    this.leavePlaying(bars);
    this.jumpBetweenBars(bars, this.waiting);
    this.normalise();
    this.expectElsewhere();
  }

  /** Some of each level goes over to its neighbours; answers what each level holds then. */
  private changeTempos(): Float64Array {
    const last = this.levels.length - 1;
    const held = new Float64Array(this.levels.length);
    const half = FOLLOWING.tempoChange / 2;
    const nothing = new Float64Array(this.cells);
    this.playing.fill(0);
    // What a level was before it changed is what the next one takes over from.
    let [before, own, after] = this.unrolled;
    before.fill(0);
    (this.levels[0] as TempoLevel).unrollInto(own);
    this.levels.forEach((level, index) => {
      this.levels[index + 1]?.unrollInto(after);
      const stays = this.scale * (1 - (index === 0 ? 0 : half) - (index === last ? 0 : half));
      const mix = { before, own, after: index === last ? nothing : after, stays, beside: this.scale * half };
      held[index] = mixLevel(mix, level.rollOut(), this.playing);
      [before, own, after] = [own, after, before];
    });
    this.scale = 1;
    return held;
  }

  /** Some stop where they are, and some go to another bar. */
  private leavePlaying(bars: Float64Array): void {
    const stops = FOLLOWING.stop * FOLLOWING.mixingSteps;
    const jumps = FOLLOWING.jump * FOLLOWING.mixingSteps;
    this.playing.forEach((mass, cell) => {
      if (mass === 0) return;
      const moment = this.nextMoment[cell] as number;
      this.waiting[moment] = (this.waiting[moment] as number) + mass * stops;
      const { bar } = this.moments[moment] as FollowedMoment;
      bars[bar] = (bars[bar] as number) + mass * jumps;
    });
    this.scalePlaying(1 - stops - jumps);
  }

  private scalePlaying(by: number): void {
    this.scale *= by;
    for (let cell = 0; cell < this.cells; cell += 1) this.playing[cell] = (this.playing[cell] as number) * by;
  }

  /** Where those who wait would begin if not where they are. */
  private expectElsewhere(): void {
    const bars = new Float64Array(this.bars);
    this.waiting.forEach((mass, moment) => {
      const { bar } = this.moments[moment] as FollowedMoment;
      bars[bar] = (bars[bar] as number) + mass;
    });
    bars[this.bars - 1] = (bars[this.bars - 1] as number) + this.over;
    this.elsewhere.fill(0);
    this.jumpBetweenBars(bars, this.elsewhere);
  }

  /** Adds to a belief over moments what leaves each bar for another. */
  private jumpBetweenBars(bars: Float64Array, to: Float64Array): void {
    const { same, before, first, any } = FOLLOWING.jumpTargets;
    let all = 0;
    const arrive = (bar: number, mass: number): void => {
      const moment = Math.max(0, this.barStarts[bar] as number);
      to[moment] = (to[moment] as number) + mass;
    };
    bars.forEach((mass, bar) => {
      if (mass === 0) return;
      arrive(bar, mass * same);
      arrive(Math.max(0, bar - 1), mass * before);
      all += mass;
    });
    arrive(0, all * first);
    this.spreadOverBars(all * any, to);
  }

  /** Who begins again does so about as quickly as before. */
  private learnTempos(byLevel: Float64Array): void {
    const sum = byLevel.reduce((all, one) => all + one, 0);
    if (sum === 0) return;
    byLevel.forEach((mass, level) => {
      this.tempos[level] = 0.99 * (this.tempos[level] as number) + 0.01 * (mass / sum);
    });
  }

  private normalise(): void {
    let sum = this.over;
    for (const mass of this.waiting) sum += mass;
    for (const mass of this.playing) sum += mass;
    const by = sum > 0 ? 1 / sum : 0;
    this.over *= by;
    this.waiting.forEach((mass, moment) => (this.waiting[moment] = mass * by));
    this.scalePlaying(by);
  }

  /** Belief over the seconds of the score in bins of a quarter of a second, and the seconds of each by its weight. */
  private listBelief(): { readonly mass: Float64Array; readonly seconds: Float64Array } {
    const bins = Math.max(1, Math.ceil((this.cells * stepSeconds) / BIN_SECONDS));
    const [mass, seconds] = [new Float64Array(bins), new Float64Array(bins)];
    const add = (at: number, share: number): void => {
      const bin = Math.min(bins - 1, Math.floor(at / BIN_SECONDS));
      mass[bin] = (mass[bin] as number) + share;
      seconds[bin] = (seconds[bin] as number) + share * at;
    };
    this.playing.forEach((share, cell) => share > 0 && add(cell * stepSeconds, share));
    this.waiting.forEach((share, moment) => add(this.moments[moment]?.time ?? 0, share));
    add(this.cells * stepSeconds, this.over);
    return { mass, seconds };
  }

  /** A bin, of what goes round also one beyond the end; -1 where there is none. */
  private binInside(bin: number, bins: number): number {
    if (bin >= 0 && bin < bins) return bin;
    const inside = bin < 0 ? bin + bins : bin - bins;
    return this.piece.loops && inside >= 0 && inside < bins ? inside : -1;
  }

  private sumAround(mass: Float64Array, bin: number, reach: number): number {
    let sum = 0;
    for (let at = bin - reach; at <= bin + reach; at += 1) {
      const inside = this.binInside(at, mass.length);
      if (inside >= 0) sum += mass[inside] as number;
    }
    return sum;
  }

  /** Seconds about a bin by their weight, those beyond the end of what goes round counted on. */
  private weighAround({ mass, seconds }: { mass: Float64Array; seconds: Float64Array }, bin: number): number {
    let sum = 0;
    for (let at = bin - 1; at <= bin + 1; at += 1) {
      const inside = this.binInside(at, mass.length);
      const later = Math.sign(at - inside) * this.piece.seconds;
      if (inside >= 0) sum += (seconds[inside] as number) + later * (mass[inside] as number);
    }
    return sum;
  }

  /** Where the player most probably is. */
  estimate(): PositionEstimate {
    const belief = this.listBelief();
    let [best, most] = [0, -1];
    for (let bin = 0; bin < belief.mass.length; bin += 1) {
      const mass = this.sumAround(belief.mass, bin, 1);
      if (mass > most) [best, most] = [bin, mass];
    }
    const seconds = this.placeInPiece(this.weighAround(belief, best) / (most || 1));
    // Of a short figure a second either way would be most of it.
    const reach = Math.max(1, Math.round(Math.min(1, this.piece.seconds / 8) / BIN_SECONDS));
    return {
      seconds,
      bar: this.barAt(seconds),
      certainty: Math.min(1, this.sumAround(belief.mass, best, reach)),
      isPlaying: this.playing.reduce((sum, mass) => sum + mass, 0) > 0.5,
    };
  }

  private placeInPiece(seconds: number): number {
    const { seconds: whole, loops } = this.piece;
    return loops ? ((seconds % whole) + whole) % whole : Math.min(whole, seconds);
  }

  private barAt(seconds: number): number {
    let bar = 0;
    for (const moment of this.moments) if (moment.time <= seconds + stepSeconds) bar = moment.bar;
    return bar;
  }
}
