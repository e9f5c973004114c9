import { message, type Message } from '../message/index.ts';
import type { Digit } from '../pattern/index.ts';
import type { Score } from '../score/index.ts';
import { askedOf, type Asked } from './asked.ts';
import { TAKE } from './estimates.ts';
import { acceptedIn, refine, tell, understandLevels, type Understood } from './hear.ts';
import { LiveLooks } from './live-looks.ts';
import { lookOf } from './look.ts';
import { firstLevels, lagsOf, sceneOf, type Scene } from './pairing.ts';
import { PluckClock } from './pluck-clock.ts';
import { plucksIn } from './plucks.ts';
import { elsewhere, startOf, type Start } from './pulse.ts';
import { firstTemplates, learntTemplates, newSplitter, type Templates } from './separate.ts';
import { LOUD_ENOUGH } from './sound-check.ts';
import { rootMeanSquare } from '../statistics/index.ts';
import { tuningOf } from './tuned.ts';
import { cycleOf, type CycleInTake } from './verdict.ts';

/** What is heard while somebody plays. Times are seconds since listening began. */
export type LiveEvent =
  /** It is known where the figure begins, and how quick it is. */
  | { readonly kind: 'found'; readonly at: number; readonly tempo: number }
  /** A time through is over. */
  | {
      readonly kind: 'cycle';
      /** When it ended. */
      readonly at: number;
      readonly verdict: CycleInTake['verdict'];
      /** Why it was not clean, in a teacher's words; null where it was. */
      readonly why: Message | null;
      readonly tempo: number;
    }
  /** Nothing that was asked for is heard any more. */
  | { readonly kind: 'lost'; readonly at: number }
  /** There is sound, and it is not what was asked for: by how many semitones another tuning would explain it, or 0. */
  | { readonly kind: 'strange'; readonly at: number; readonly by: number };

/** How listening goes (est.): seconds, shares, numbers. */
export const LIVE = {
  /** Seconds of the times through a verdict is made by, and times through at the most. */
  window: 16,
  cycles: 4,
  /** Strokes that have to be heard before the figure counts as found, and seconds between tries, and after one that failed. */
  strokes: 8,
  again: 0.4,
  later: 0.8,
  /** How far beyond chance the beginning has to fit. */
  fit: 0.5,
  /** A time through is judged so many seconds after its last stroke, and at the earliest so many before its end. */
  after: 0.16,
  before: 0.05,
  /** Share of strokes of the first time through, of them with a pluck, and without which one was not played, and was broken off. */
  sure: 0.7,
  plucked: 0.3,
  played: 0.3,
  broken: 0.55,
  /** Times through after which the sound of the strings is learnt anew. */
  learnAt: [1, 3, 8],
  /** Seconds of sound that is not understood, after which it is said to be strange. */
  strange: 8,
} as const;

/** Share of the tempo that is asked for, below which a clean time through does not count for it (est.). */
export const LIVE_TEMPO = 0.93;

/** A figure that is being followed. */
interface Followed {
  /** Seconds at which each time through began, and how much slower than asked each was. */
  readonly begins: number[];
  readonly slower: number[];
  /** Times through that are judged. */
  judged: number;
}

const timesOf = (seconds: number, cycleSeconds: number): number =>
  Math.max(1, Math.min(LIVE.cycles, Math.floor(seconds / cycleSeconds)));

/**
 * Listens while somebody plays a figure round and round: finds it without a click, and says of each time through whether it was
 * clean as soon as it is over. Samples come at `TAKE.sampleRate` a second in pieces of any length; what is said does not depend
 * on how they are cut. The tempo may be up to a third beside what is asked, the player may stop and begin again.
 * @example
 * new LiveEar(realise(valueOrThrow(readFigure('5 3 2 3')).pattern), ['p', 'i', 'm', 'i']).hear(new Float32Array(9000)) // => []
 */
export class LiveEar {
  private readonly once: Asked;
  private readonly scene: Scene;
  private readonly seeking: Scene;
  private readonly looks: LiveLooks;
  private readonly templates: Templates;
  private followed: Followed | null = null;
  /** The look from which on the figure is sought. */
  private since = 0;
  /** The next look at which something is to be done. */
  private due = 0;
  private strangeAt: number = LIVE.strange;
  private events: LiveEvent[] = [];

  constructor(
    private readonly score: Score,
    digits: readonly (Digit | null)[],
  ) {
    this.once = askedOf(score, digits, 1);
    const { cycleSeconds, strokes } = this.once;
    // The strokes that come next belong to the picture, or the first of them would be taken for an extra one.
    this.scene = sceneOf(askedOf(score, digits, timesOf(LIVE.window, cycleSeconds) + 1));
    this.seeking = sceneOf(askedOf(score, digits, Math.ceil(LIVE.strokes / Math.max(1, strokes.length))));
    this.templates = firstTemplates(this.scene.pitches);
    const kept = (this.scene.asked.cycles + 1) * cycleSeconds * TAKE.tempoReach;
    this.looks = new LiveLooks(Math.max(12, kept), newSplitter(this.templates), this.scene.pitches);
  }

  /** Takes in what was heard next, and answers what is to be said of it. */
  hear(samples: Float32Array): readonly LiveEvent[] {
    this.events = [];
    if (this.once.strokes.length > 0) this.looks.hear(samples, (look) => this.at(look));
    return this.events;
  }

  private at(look: number): void {
    if (look < this.due) return;
    if (this.followed) this.judge(this.followed);
    else this.seek(look);
  }

  /** Looks for the figure in what was heard since it was lost. */
  private seek(look: number): void {
    this.due = look + Math.round(LIVE.again / TAKE.hop);
    const from = Math.max(this.since, this.looks.earliest);
    const strengths = this.looks.strengthsFrom(from);
    const { asked } = this.seeking;
    const needed = 0.7 * asked.cycles * asked.cycleSeconds;
    const heard = strengths.frames * TAKE.hop;
    if (heard < needed) return;
    const start = startOf(lookOf(this.seeking, strengths, firstLevels(strengths)));
    const lastStroke = start.at + (asked.strokes.at(-1)?.at ?? 0) * start.slower;
    if (start.score < LIVE.fit || lastStroke + LIVE.after > heard) return this.beStrange(look, from);
    // Strings that are tuned otherwise sound alike in part: what is asked for is not found in them.
    if (this.tunedBy(from) !== 0) return this.beStrange(look, from);
    this.find(from, { at: start.at, slower: start.slower });
  }

  private find(from: number, start: Start): void {
    this.followed = { begins: [from * TAKE.hop + start.at], slower: [start.slower], judged: 0 };
    this.learn(this.followed);
    this.await(this.followed);
  }

  /** Sound for a long time that is nothing that was asked for. */
  private beStrange(look: number, from: number): void {
    const at = look * TAKE.hop;
    if (at < this.strangeAt) return;
    this.strangeAt = at + LIVE.strange;
    if (rootMeanSquare(this.looks.samplesFrom(from)) < LOUD_ENOUGH) return;
    this.events.push({ kind: 'strange', at, by: this.tunedBy(from) });
  }

  /** By how many semitones the strings seem to be tuned otherwise than asked. */
  private tunedBy(from: number): number {
    return tuningOf(this.looks.innovationFrom(from), this.seeking.asked);
  }

  /** The first time through that a verdict looks at, and the look a little before it. */
  private windowOf({ begins, judged }: Followed): { readonly cycle: number; readonly from: number } {
    const cycle = Math.max(0, judged - (this.scene.asked.cycles - 2));
    const from = Math.round(((begins[cycle] as number) - 0.5) / TAKE.hop);
    return { cycle, from: Math.max(from, this.looks.earliest) };
  }

  /** The next thing to be done is judging the next time through, when its last stroke is surely over. */
  private await({ begins, slower, judged }: Followed): void {
    const { cycleSeconds, strokes } = this.once;
    const pace = slower[judged] as number;
    const end = cycleSeconds * pace - LIVE.before;
    const last = (strokes.at(-1)?.at ?? 0) * pace + LIVE.after;
    this.due = Math.ceil(((begins[judged] as number) + Math.max(end, last)) / TAKE.hop);
  }

  /** What is heard of the times through about the one that is to be judged. */
  private listen(followed: Followed) {
    const { cycle, from } = this.windowOf(followed);
    const strengths = this.looks.strengthsFrom(from);
    const start = {
      at: (followed.begins[cycle] as number) - from * TAKE.hop,
      slower: followed.slower[cycle] as number,
      score: 1,
    };
    return { cycle, from, understood: understandLevels(this.scene, strengths, start) };
  }

  /** Learns how the strings sound from what is kept. */
  private learn(followed: Followed): void {
    const { from, understood } = this.listen(followed);
    const innovation = this.looks.innovationFrom(from);
    const accepted = acceptedIn(this.scene, understood.pass);
    const learnt = learntTemplates(innovation, this.templates, understood.strengths, accepted);
    this.looks.splitBy(newSplitter(learnt));
  }

  private judge(followed: Followed): void {
    const { cycle: first, from, understood } = this.listen(followed);
    const plucks = new PluckClock(plucksIn(this.looks.samplesFrom(from)), lagsOf(this.scene));
    const listened = refine(this.scene, understood, plucks);
    const { asked } = this.scene;
    const cycle = followed.judged - first;
    const heard = { ...tell(listened, cycle + 1), slower: [1, 1] as const, cycles: cycle + 1 };
    const own = heard.strokes.filter((stroke) => asked.strokes[stroke.asked]?.cycle === cycle);
    const share = own.filter(({ what }) => what === 'matched').length / own.length;
    const each = this.once.strokes.length;
    const [begin, next] = [cycle, cycle + 1].map((one) => listened.pulse[one * each] as number) as [number, number];
    const slower = (next - begin) / this.once.cycleSeconds;
    const at = from * TAKE.hop + next;
    if (followed.judged === 0) {
      const plucked = plucks.shareNear(listened.pass.times, TAKE.pluckReach);
      if (share < LIVE.sure || plucked < LIVE.plucked) return this.giveUp(followed);
      this.events.push({ kind: 'found', at: from * TAKE.hop + begin, tempo: asked.tempo / slower });
    }
    if (share >= LIVE.played)
      this.events.push({
        kind: 'cycle',
        at,
        ...this.verdictOf(cycleOf({ asked, score: this.score, heard }, cycle), share),
        tempo: asked.tempo / slower,
      });
    if (share < LIVE.broken || !(slower > 0.5 && slower < 2)) return this.lose(followed, at);
    followed.judged += 1;
    followed.begins.push(at);
    followed.slower.push(slower);
    if (share < 1) this.lookElsewhere(followed, understood, first, from);
    if (LIVE.learnAt.some((times) => times === followed.judged)) this.learn(followed);
    this.await(followed);
  }

  /** A figure that is alike in several places may have been found at the wrong one. */
  private lookElsewhere(followed: Followed, { strengths, levels }: Understood, first: number, from: number): void {
    const start = {
      at: (followed.begins[first] as number) - from * TAKE.hop,
      slower: followed.slower[first] as number,
    };
    const other = elsewhere(lookOf(this.scene, strengths, levels), start, strengths.frames * TAKE.hop);
    if (!other) return;
    const moved = other.at - start.at;
    followed.begins.forEach((at, index) => (followed.begins[index] = at + moved));
  }

  private verdictOf({ verdict, why }: CycleInTake, share: number): Pick<CycleInTake, 'verdict' | 'why'> {
    return share < LIVE.broken && verdict !== 'slipped'
      ? { verdict: 'slipped', why: message('pass.interrupted') }
      : { verdict, why };
  }

  /** What was taken for the figure is not: it is sought on, a little later. */
  private giveUp({ begins }: Followed): void {
    this.followed = null;
    this.since = Math.round((begins[0] as number) / TAKE.hop) + 1;
    this.due = this.looks.looks + Math.round(LIVE.later / TAKE.hop);
    this.beStrange(this.looks.looks, Math.max(this.looks.earliest, this.since - Math.round(LIVE.strange / TAKE.hop)));
  }

  private lose({ begins, judged }: Followed, at: number): void {
    this.followed = null;
    this.since = Math.round((begins[judged] as number) / TAKE.hop) + 1;
    this.strangeAt = at + LIVE.strange;
    this.events.push({ kind: 'lost', at });
  }
}
