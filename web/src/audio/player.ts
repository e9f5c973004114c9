import {
  countInStart,
  keyOfSource,
  listEventsBetween,
  locateSecond,
  secondOfPlace,
  soundOfEvent,
  STOP_SECONDS,
  type EventSound,
  type PitchPoint,
  type PlaybackSchedule,
  type ScheduledEvent,
  type SoundSource,
  type SpokenClip,
} from '@fleet-wren/core';

/**
 * Seconds sounds are scheduled ahead on the audio clock: longer than a busy page keeps its timers waiting, more still
 * when the page is hidden and timers grow rare. What has not begun is taken back when something changes.
 */
const AHEAD = { seen: 1, hidden: 2.5 } as const;

/** Seconds a sound may begin late. Later than that it is left out: several in a heap would be a wrong rhythm. */
const LATE = 0.1;

/** Milliseconds between looks ahead. The timer only wakes the player: when a sound comes is said on the audio clock. */
const WAKE = 60;

/** Seconds from pressing play to the first sound. */
const BREATH = 0.08;

interface Running {
  readonly programme: PlaybackSchedule;
  /** A moment of the audio clock and the second of the programme that falls on it. */
  readonly anchor: { readonly clock: number; readonly second: number };
  scheduledTo: number;
}

interface Sounding {
  readonly from: number;
  readonly stop: () => void;
}

/** Makes the samples of a source at a rate of samples a second; undefined for a word that cannot be had. */
export type SourceRenderer = (source: SoundSource, sampleRate: number) => Promise<SpokenClip | undefined>;

interface Clip {
  readonly buffer: AudioBuffer;
  readonly lead: number;
}

const CENTS = 100;

/** Moves a pitch along its points; what comes before the first stays as it is. */
const movePitch = (detune: AudioParam, when: number, curve: readonly PitchPoint[]): void =>
  curve.forEach(({ seconds, semitones }, index) => {
    if (index === 0) detune.setValueAtTime(semitones * CENTS, when + seconds);
    else detune.linearRampToValueAtTime(semitones * CENTS, when + seconds);
  });

/** The same place in another programme: the same tick, after as many times through. */
const movedSecond = (from: PlaybackSchedule, to: PlaybackSchedule, second: number): number => {
  if (second < 0) return second * (to.seconds / from.seconds);
  const place = locateSecond(from, second);
  const tick = from.tickAt(place.second);
  return secondOfPlace(to, { round: to.loop ? place.round : 0, second: Math.min(to.secondsAt(tick), to.seconds) });
};

/** Every source that a programme will need. */
const sourcesOf = ({ notes, clicks, words, hits, countIn }: PlaybackSchedule): ReadonlyMap<string, SoundSource> => {
  const events: ScheduledEvent[] = [
    ...notes.map((note) => ({ at: 0, note })),
    ...[...countIn.clicks, ...clicks].map((click) => ({ at: 0, click })),
    ...[...countIn.words, ...words].map((word) => ({ at: 0, word })),
    ...hits.map((hit) => ({ at: 0, hit })),
  ];
  const sources = events.map((event) => soundOfEvent(event).source);
  return new Map(sources.map((source) => [keyOfSource(source), source]));
};

/** Plays programmes through Web Audio: everything is scheduled on the audio clock. */
export class Player {
  private context: AudioContext | undefined;
  private output: AudioNode | undefined;
  private running: Running | undefined;
  /** What is to be played when the notes are rendered: the latest that was asked for. */
  private wanted: PlaybackSchedule | undefined;
  private sounding: Sounding[] = [];
  private timer: ReturnType<typeof setInterval> | undefined;
  private readonly clips = new Map<string, Clip>();
  private readonly render: SourceRenderer;
  private readonly ended: () => void;
  private readonly newContext: () => AudioContext;

  constructor(
    render: SourceRenderer,
    ended: () => void,
    newContext: () => AudioContext = () => new AudioContext({ latencyHint: 'interactive' }),
  ) {
    this.render = render;
    this.ended = ended;
    this.newContext = newContext;
  }

  /** Starts from the beginning, or from the count-in where there is one; unless it is stopped before it can. */
  async play(programme: PlaybackSchedule): Promise<void> {
    this.stop();
    this.wanted = programme;
    const context = this.open();
    await context.resume();
    const ready = await this.prepareWanted();
    if (!ready || this.running) return;
    const second = countInStart(ready);
    this.begin(ready, { clock: context.currentTime + BREATH, second });
    this.timer ??= setInterval(() => this.look(), WAKE);
  }

  /** Goes on from where it is with another programme: another tempo, other voices, an edit. */
  async change(programme: PlaybackSchedule): Promise<void> {
    if (!this.wanted) return;
    this.wanted = programme;
    const ready = await this.prepareWanted();
    const { running, context } = this;
    if (!ready || !running || !context || running.programme === ready) return;
    const now = context.currentTime;
    const second = this.secondAt(running, now);
    this.silence(now);
    this.begin(ready, { clock: now, second: movedSecond(running.programme, ready, second) });
  }

  /** Falls silent. */
  stop(): void {
    if (this.timer) clearInterval(this.timer);
    this.timer = undefined;
    this.running = undefined;
    this.wanted = undefined;
    this.sounding.forEach(({ stop }) => stop());
    this.sounding = [];
  }

  /** Falls silent for good and gives the sound device back. */
  close(): void {
    this.stop();
    void this.context?.close().catch(() => undefined);
    this.context = undefined;
    this.output = undefined;
    this.clips.clear();
  }

  /** The tick of the pattern that is heard now; negative in the count-in, undefined when silent. */
  position(): number | undefined {
    if (!this.running || !this.context) return undefined;
    const { programme } = this.running;
    const heard = this.context.currentTime - (this.context.outputLatency || 0);
    return programme.tickAt(locateSecond(programme, this.secondAt(this.running, heard)).second);
  }

  private begin(programme: PlaybackSchedule, anchor: Running['anchor']): void {
    this.running = { programme, anchor, scheduledTo: anchor.second };
    this.look();
  }

  /** Renders what the latest programme needs; undefined when it was stopped meanwhile. */
  private async prepareWanted(): Promise<PlaybackSchedule | undefined> {
    for (;;) {
      const programme = this.wanted;
      if (!programme) return undefined;
      await this.prepare(programme);
      if (this.wanted === programme) return programme;
    }
  }

  private open(): AudioContext {
    if (this.context) return this.context;
    this.context = this.newContext();
    const compressor = this.context.createDynamicsCompressor();
    compressor.connect(this.context.destination);
    this.output = compressor;
    return this.context;
  }

  private async prepare(programme: PlaybackSchedule): Promise<void> {
    const { context } = this;
    if (!context) return;
    const missing = [...sourcesOf(programme)].filter(([key]) => !this.clips.has(key));
    const rendered = await Promise.all(missing.map(([, source]) => this.render(source, context.sampleRate)));
    if (this.context !== context) return;
    rendered.forEach((clip, index) => {
      if (!clip || clip.samples.length === 0) return;
      const buffer = context.createBuffer(1, clip.samples.length, context.sampleRate);
      buffer.copyToChannel(clip.samples as Float32Array<ArrayBuffer>, 0);
      this.clips.set((missing[index] as [string, SoundSource])[0], { buffer, lead: clip.lead });
    });
  }

  private secondAt({ anchor }: Running, clock: number): number {
    return anchor.second + (clock - anchor.clock);
  }

  private look(): void {
    const { running, context } = this;
    if (!running || !context) return;
    const { programme } = running;
    const ahead = document.hidden ? AHEAD.hidden : AHEAD.seen;
    const to = this.secondAt(running, context.currentTime + ahead);
    for (const due of listEventsBetween(programme, running.scheduledTo, to)) this.sound(running, due);
    running.scheduledTo = Math.max(running.scheduledTo, to);
    this.sounding = this.sounding.filter(({ from }) => from > context.currentTime - 6);
    if (!programme.loop && this.secondAt(running, context.currentTime) > programme.seconds) {
      this.stop();
      this.ended();
    }
  }

  private sound({ anchor }: Running, due: ScheduledEvent): void {
    const { context, output } = this;
    const sound = soundOfEvent(due);
    const clip = this.clips.get(keyOfSource(sound.source));
    if (!context || !output || !clip) return;
    const begins = anchor.clock + (due.at - anchor.second) - clip.lead;
    if (begins < context.currentTime - LATE) return;
    const when = Math.max(context.currentTime, begins);
    const source = context.createBufferSource();
    source.buffer = clip.buffer;
    movePitch(source.detune, when, sound.curve ?? []);
    source.connect(this.gainOf(context, sound, when)).connect(this.sideOf(context, output, sound.side));
    source.start(when);
    if (sound.seconds !== undefined) source.stop(when + sound.seconds + 0.1);
    this.sounding.push({ from: when, stop: () => source.stop() });
  }

  private gainOf(context: AudioContext, { gain, seconds }: EventSound, when: number): GainNode {
    const node = context.createGain();
    node.gain.setValueAtTime(gain, when);
    if (seconds !== undefined) node.gain.setTargetAtTime(0, when + seconds, STOP_SECONDS);
    return node;
  }

  private sideOf(context: AudioContext, output: AudioNode, side: number): AudioNode {
    if (side === 0) return output;
    const node = context.createStereoPanner();
    node.pan.value = side;
    node.connect(output);
    return node;
  }

  /** Takes back what was scheduled and has not begun. */
  private silence(now: number): void {
    this.sounding.filter(({ from }) => from > now).forEach(({ stop }) => stop());
    this.sounding = this.sounding.filter(({ from }) => from <= now);
  }
}
