import type { MetronomeClick, PitchPoint, PlaybackNote } from '@fleet-wren/core';
import { listEventsBetween, type ScheduledEvent, type PlaybackSchedule } from './playback-schedule.ts';

/** Seconds sounds are scheduled ahead on the audio clock; more when the page is hidden and timers grow rare. */
const AHEAD = { seen: 0.25, hidden: 2.5 } as const;

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

/** Renders the samples of a plucked string at a MIDI note number. */
export type NoteRenderer = (midi: number, sampleRate: number) => Promise<Float32Array>;

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
  const rounds = from.loop ? Math.floor(second / from.seconds) : 0;
  const tick = from.tickAt(second - rounds * from.seconds);
  return rounds * to.seconds + Math.min(to.secondsAt(tick), to.seconds);
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
  private readonly buffers = new Map<number, AudioBuffer>();
  private readonly render: NoteRenderer;
  private readonly ended: () => void;
  private readonly newContext: () => AudioContext;

  constructor(
    render: NoteRenderer,
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
    const second = Math.min(0, ...ready.countIn.map(({ time }) => time));
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
    this.buffers.clear();
  }

  /** The tick of the pattern that is heard now; negative in the count-in, undefined when silent. */
  position(): number | undefined {
    if (!this.running || !this.context) return undefined;
    const { programme } = this.running;
    const heard = this.context.currentTime - (this.context.outputLatency || 0);
    const second = this.secondAt(this.running, heard);
    return programme.tickAt(second < 0 || !programme.loop ? second : second % programme.seconds);
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
    const missing = [...new Set(programme.notes.map(({ pitch }) => pitch))].filter((midi) => !this.buffers.has(midi));
    const rendered = await Promise.all(missing.map((midi) => this.render(midi, context.sampleRate)));
    if (this.context !== context) return;
    rendered.forEach((samples, index) => {
      const buffer = context.createBuffer(1, samples.length, context.sampleRate);
      buffer.copyToChannel(samples as Float32Array<ArrayBuffer>, 0);
      this.buffers.set(missing[index] as number, buffer);
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
    const when = anchor.clock + (due.at - anchor.second);
    if ('click' in due) this.click(when, due.click);
    else this.pluck(when, due.note);
  }

  private pluck(when: number, { pitch, loudness, duration: seconds, curve = [] }: PlaybackNote): void {
    const { context, output } = this;
    const buffer = this.buffers.get(pitch);
    if (!context || !output || !buffer) return;
    const source = context.createBufferSource();
    const gain = context.createGain();
    source.buffer = buffer;
    movePitch(source.detune, when, curve);
    gain.gain.setValueAtTime(0.55 * loudness, when);
    gain.gain.setTargetAtTime(0, when + seconds, 0.012);
    source.connect(gain).connect(output);
    source.start(when);
    source.stop(when + seconds + 0.1);
    this.sounding.push({ from: when, stop: () => source.stop() });
  }

  private click(when: number, { isAccented, isSubdivision }: MetronomeClick): void {
    const { context, output } = this;
    if (!context || !output) return;
    const source = context.createOscillator();
    const gain = context.createGain();
    source.frequency.value = isAccented ? 1760 : 1175;
    const plain = isSubdivision ? 0.06 : 0.16;
    gain.gain.setValueAtTime(isAccented ? 0.28 : plain, when);
    gain.gain.exponentialRampToValueAtTime(0.001, when + 0.045);
    source.connect(gain).connect(output);
    source.start(when);
    source.stop(when + 0.05);
    this.sounding.push({ from: when, stop: () => source.stop() });
  }

  /** Takes back what was scheduled and has not begun. */
  private silence(now: number): void {
    this.sounding.filter(({ from }) => from > now).forEach(({ stop }) => stop());
    this.sounding = this.sounding.filter(({ from }) => from <= now);
  }
}
