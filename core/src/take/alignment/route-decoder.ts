import type { HeardEvent } from './heard-events.ts';

/**
 * The most probable way through a figure that goes round, by all that was struck: a hidden Markov model over events
 * whose states are a moment of the figure and a tempo, with stops, restarts and skips (Nakamura, Nakamura and Sagayama
 * 2016), decoded by dynamic programming (Viterbi 1967). Costs are log likelihoods, est.
 */
const DECODING = {
  /** Tempos looked for, as a factor of what is asked, and steps to the octave. */
  tempoRange: [0.42, 2.4],
  stepsPerOctave: 14,
  /** Octaves a tempo is likely away from what is asked. */
  tempoSpread: 0.45,
  /** What a pitch that is struck says for a moment that has it, and what one says against it that is not. */
  heard: 1.8,
  missed: -1.6,
  bounds: [-2.6, 3.6],
  /** What a strongly struck pitch says against a moment that does not have it, and from which strength on. */
  other: -1.6,
  otherFrom: 0.55,
  /** What a strong event says against nobody having played it, and a moment that is left out. */
  unexplained: -1.3,
  skipped: -1.9,
  /** Events and moments that may be passed over between two that belong together. */
  maxEvents: 5,
  maxSkipped: 2,
  /** Seconds a stroke scatters by, and the share of its distance from the one before. */
  jitterSeconds: 0.022,
  jitterShare: 0.05,
  /** What it costs to be one step of tempo quicker or slower than before. */
  tempoChange: -1.1,
  /** To stop and go on; to begin again at the first moment, the same beat or the one before, any beat, anywhere. */
  goOn: -4.5,
  restart: -5,
  sameBeat: -5.5,
  anyBeat: -7,
  anywhere: -8.5,
  /** What it costs to do so without a rest, and the seconds of one. */
  atOnce: -2,
  restSeconds: 0.45,
  /** How likely a take begins at the first moment, at another beat, or anywhere. */
  begins: [-0.5, -3, -4.5],
  /** How much less likely than the best of its time a state may be to be followed. */
  beam: 16,
} as const;

/** A moment of the figure: seconds from its beginning as asked, its beat, and the indexes of its pitches. */
export interface DecodedMoment {
  readonly time: number;
  readonly beat: number;
  readonly pitchIndexes: readonly number[];
}

/** An event that belongs to a moment, and whether it begins a stretch of its own. */
export interface DecodedStep {
  readonly event: number;
  readonly moment: number;
  /** Moments that were passed over since the one before. */
  readonly skipped: number;
  readonly begins: boolean;
}

/** A state that may be on the best way: where it comes from, and how good the way to it is. */
interface Reached {
  readonly event: number;
  readonly moment: number;
  readonly tempo: number;
  readonly skipped: number;
  readonly begins: boolean;
  readonly score: number;
  readonly from: Reached | null;
}

const listTempos = (): readonly number[] => {
  const [least, most] = DECODING.tempoRange;
  const count = Math.floor(Math.log2(most / least) * DECODING.stepsPerOctave) + 1;
  return Array.from({ length: count }, (_, index) => least * 2 ** (index / DECODING.stepsPerOctave));
};

const TEMPOS = listTempos();

/** How likely each tempo is before anything is heard. */
const TEMPO_PRIOR = TEMPOS.map((tempo) => -0.5 * (Math.log2(tempo) / DECODING.tempoSpread) ** 2);

/** Decodes one take; what it goes by is laid out once. */
class RouteDecoder {
  private readonly count: number;
  private readonly emissions: Float64Array;
  /** What all events up to each say against nobody having played them. */
  private readonly unexplained: Float64Array;
  private readonly isBeat: readonly boolean[];
  /** The best ways so far that somebody may begin again after, by tempo and by moment. */
  private readonly best: (Reached | null)[] = TEMPOS.map(() => null);
  private readonly bestAt: (Reached | null)[];
  /** States that are reached at each event to come, the best for each moment and tempo. */
  private readonly reached: Map<number, Reached>[];
  /** How good the best way to each event is. */
  private readonly bestScores: Float64Array;

  constructor(
    private readonly events: readonly HeardEvent[],
    private readonly moments: readonly DecodedMoment[],
    private readonly passSeconds: number,
  ) {
    this.count = moments.length;
    this.emissions = new Float64Array(events.length * this.count);
    this.unexplained = new Float64Array(events.length + 1);
    this.isBeat = moments.map(({ beat }, index) => index === 0 || moments[index - 1]?.beat !== beat);
    this.bestAt = moments.map(() => null);
    this.reached = events.map(() => new Map<number, Reached>());
    this.bestScores = new Float64Array(events.length).fill(-Infinity);
    this.weighEvents();
  }

  private weighEvents(): void {
    this.events.forEach(({ salience, strength }, event) => {
      this.unexplained[event + 1] = (this.unexplained[event] as number) + DECODING.unexplained * strength * strength;
      this.moments.forEach(({ pitchIndexes }, moment) => {
        this.emissions[event * this.count + moment] = this.weigh(salience, pitchIndexes);
      });
    });
  }

  private weigh(salience: readonly number[], pitchIndexes: readonly number[]): number {
    const { heard, missed, other, otherFrom, bounds } = DECODING;
    let sum = 0;
    for (const pitch of pitchIndexes) sum += missed + (heard - missed) * (salience[pitch] ?? 0);
    const beside = salience.reduce(
      (most, one, pitch) => (pitchIndexes.includes(pitch) ? most : Math.max(most, one)),
      0,
    );
    const against = (other * Math.max(0, beside - otherFrom)) / (1 - otherFrom);
    return Math.max(bounds[0], Math.min(bounds[1], sum)) + against;
  }

  private emission(event: number, moment: number): number {
    return this.emissions[event * this.count + moment] as number;
  }

  private timeOf(event: number): number {
    return (this.events[event] as HeardEvent).time;
  }

  /** Whether a way to an event is so much worse than the best that it would not be followed. */
  private isHopeless(event: number, score: number): boolean {
    return score < (this.bestScores[event] as number) - DECODING.beam;
  }

  /** Keeps a way to a state if it is the best there is. */
  private reach(state: Reached): void {
    const { event, moment, tempo, score } = state;
    if (this.isHopeless(event, score)) return;
    const states = this.reached[event] as Map<number, Reached>;
    const key = moment * TEMPOS.length + tempo;
    if ((states.get(key)?.score ?? -Infinity) >= score) return;
    states.set(key, state);
    this.bestScores[event] = Math.max(this.bestScores[event] as number, score);
  }

  decode(): readonly DecodedStep[] {
    for (let event = 0; event < this.events.length; event += 1) {
      this.begin(event);
      this.jump(event);
      const alive = this.prune(event);
      for (const state of alive) this.playOn(state);
      for (const state of alive) this.remember(state);
    }
    return this.trace();
  }

  private begin(event: number): void {
    const before = this.unexplained[event] as number;
    for (let moment = 0; moment < this.count; moment += 1) {
      const [first, beat, anywhere] = DECODING.begins;
      const other = this.isBeat[moment] ? beat : anywhere;
      const score = before + (moment === 0 ? first : other) + this.emission(event, moment);
      if (this.isHopeless(event, score)) continue;
      TEMPO_PRIOR.forEach((prior, tempo) =>
        this.reach({ event, moment, tempo, skipped: 0, begins: true, score: score + prior, from: null }),
      );
    }
  }

  /** The states of an event that are followed; the others are let go of, as a take has very many. */
  private prune(event: number): readonly Reached[] {
    const states = this.reached[event] as Map<number, Reached>;
    const alive = [...states.values()].filter(({ score }) => !this.isHopeless(event, score));
    states.clear();
    return alive;
  }

  /** From a state to the events after it, at its tempo or a step beside it. */
  private playOn(state: Reached): void {
    const last = Math.min(this.events.length - 1, state.event + DECODING.maxEvents + 1);
    for (let skipped = 0; skipped <= DECODING.maxSkipped; skipped += 1) {
      const moment = (state.moment + 1 + skipped) % this.count;
      const distance = this.distance(state.moment, 1 + skipped);
      if (distance <= 0) continue;
      for (let event = state.event + 1; event <= last; event += 1) {
        const elapsed = this.timeOf(event) - this.timeOf(state.event);
        const passed = (this.unexplained[event] as number) - (this.unexplained[state.event + 1] as number);
        const base = state.score + passed + skipped * DECODING.skipped + this.emission(event, moment);
        if (this.isHopeless(event, base)) continue;
        this.goToTempos(state, { event, moment, skipped, base, elapsed, distance });
      }
    }
  }

  private goToTempos(
    from: Reached,
    to: Pick<Reached, 'event' | 'moment' | 'skipped'> & { base: number; elapsed: number; distance: number },
  ): void {
    const { event, moment, skipped, base, elapsed, distance } = to;
    const spread = DECODING.jitterSeconds ** 2 + (DECODING.jitterShare * elapsed) ** 2;
    for (let by = -1; by <= 1; by += 1) {
      const tempo = from.tempo + by;
      const factor = TEMPOS[tempo];
      if (factor === undefined) continue;
      const off = elapsed - distance / factor;
      const late = (-0.5 * off * off) / spread;
      if (late < -DECODING.beam) continue;
      const score = base + late + Math.abs(by) * DECODING.tempoChange;
      this.reach({ event, moment, tempo, skipped, begins: false, score, from });
    }
  }

  /** Seconds of the figure from a moment to one so many after it. */
  private distance(moment: number, steps: number): number {
    const target = moment + steps;
    const rounds = Math.floor(target / this.count);
    const { time } = this.moments[target - rounds * this.count] as DecodedMoment;
    return time + rounds * this.passSeconds - (this.moments[moment] as DecodedMoment).time;
  }

  /** The best ways so far, without what the events after them say, for those who begin again. */
  private remember(state: Reached): void {
    const worth = this.worth(state);
    if (worth > this.worth(this.best[state.tempo])) this.best[state.tempo] = state;
    if (worth > this.worth(this.bestAt[state.moment])) this.bestAt[state.moment] = state;
  }

  private findBest(): Reached | null {
    return this.best.reduce((most, one) => (this.worth(one) > this.worth(most) ? one : most), null);
  }

  private worth(state: Reached | null | undefined): number {
    return state ? state.score - (this.unexplained[state.event + 1] as number) : -Infinity;
  }

  /** Somebody stops and goes on, or begins again. */
  private jump(event: number): void {
    if (event === 0) return;
    const overall = this.findBest();
    for (let moment = 0; moment < this.count; moment += 1) {
      this.jumpFrom(overall, event, moment, this.costOfBeginning(moment));
      const before = this.bestAt[(moment - 1 + this.count) % this.count];
      this.jumpFrom(before, event, moment, DECODING.goOn, true);
      if (this.isBeat[moment])
        for (const one of this.besideBeat(moment)) this.jumpFrom(one, event, moment, DECODING.sameBeat);
    }
  }

  private costOfBeginning(moment: number): number {
    if (moment === 0) return DECODING.restart;
    return this.isBeat[moment] ? DECODING.anyBeat : DECODING.anywhere;
  }

  /** Ways that end in the beat a moment begins, or in the one after it. */
  private besideBeat(moment: number): readonly (Reached | null)[] {
    const { beat } = this.moments[moment] as DecodedMoment;
    return this.bestAt.filter((_, at) => {
      const other = (this.moments[at] as DecodedMoment).beat;
      return other === beat || other === beat + 1;
    });
  }

  private jumpFrom(
    from: Reached | null | undefined,
    event: number,
    moment: number,
    cost: number,
    goesOn = false,
  ): void {
    if (!from) return;
    const rest = this.timeOf(event) - this.timeOf(from.event);
    const due = goesOn ? this.distance(from.moment, 1) / (TEMPOS[from.tempo] as number) : 0;
    const isRest = rest > due + DECODING.restSeconds;
    if (goesOn && !isRest) return;
    const passed = (this.unexplained[event] as number) - (this.unexplained[from.event + 1] as number);
    const score = from.score + passed + cost + (isRest ? 0 : DECODING.atOnce) + this.emission(event, moment);
    if (this.isHopeless(event, score)) return;
    for (let by = -2; by <= 2; by += 1) {
      const tempo = from.tempo + by;
      if (tempo < 0 || tempo >= TEMPOS.length) continue;
      const state = { event, moment, tempo, skipped: 0, begins: true, from };
      this.reach({ ...state, score: score + Math.abs(by) * 0.5 * DECODING.tempoChange });
    }
  }

  /** The best way of all, from its beginning. */
  private trace(): readonly DecodedStep[] {
    const steps: DecodedStep[] = [];
    for (let state = this.findBest(); state; state = state.from) {
      const { event, moment, skipped, begins } = state;
      steps.push({ event, moment, skipped, begins });
    }
    return steps.reverse();
  }
}

/** The most probable way of a player through a figure, event by event; what belongs to nothing is left out. */
export const decodeRoute = (
  events: readonly HeardEvent[],
  moments: readonly DecodedMoment[],
  passSeconds: number,
): readonly DecodedStep[] =>
  events.length === 0 || moments.length === 0 ? [] : new RouteDecoder(events, moments, passSeconds).decode();
