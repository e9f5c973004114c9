import { dueBetween, type Due, type Score } from './score.ts';

/** Seconds sounds are scheduled ahead on the audio clock; more when the page is hidden and timers grow rare. */
const AHEAD = { seen: 0.25, hidden: 2.5 } as const;

/** Milliseconds between looks ahead. The timer only wakes the player: when a sound comes is said on the audio clock. */
const WAKE = 60;

/** Seconds from pressing play to the first sound. */
const BREATH = 0.08;

interface Running {
  readonly score: Score;
  /** A moment of the audio clock and the tick that falls on it. */
  readonly anchor: { readonly seconds: number; readonly tick: number };
  scheduledTo: number;
}

interface Sounding {
  readonly from: number;
  readonly stop: () => void;
}

/** Renders the samples of a plucked string at a MIDI note number. */
export type RenderPluck = (midi: number, sampleRate: number) => Promise<Float32Array>;

/** Plays scores through Web Audio: everything is scheduled on the audio clock. */
export class Player {
  private context: AudioContext | undefined;
  private output: AudioNode | undefined;
  private running: Running | undefined;
  private sounding: Sounding[] = [];
  private timer: ReturnType<typeof setInterval> | undefined;
  private readonly buffers = new Map<number, AudioBuffer>();
  private readonly render: RenderPluck;
  private readonly ended: () => void;

  constructor(render: RenderPluck, ended: () => void) {
    this.render = render;
    this.ended = ended;
  }

  /** Starts from the beginning, or from the count-in where there is one. */
  async play(score: Score): Promise<void> {
    const context = this.open();
    await context.resume();
    await this.prepare(score);
    const tick = Math.min(0, ...score.countIn.map(({ at }) => at));
    this.running = { score, anchor: { seconds: context.currentTime + BREATH, tick }, scheduledTo: tick };
    this.look();
    this.timer ??= setInterval(() => this.look(), WAKE);
  }

  /** Goes on from where it is with another score: another tempo, other voices, an edit. */
  async change(score: Score): Promise<void> {
    if (!this.running || !this.context) return;
    await this.prepare(score);
    if (!this.running) return;
    const now = this.context.currentTime;
    const tick = this.tickAt(this.running, now);
    this.silence(now);
    this.running = { score, anchor: { seconds: now, tick }, scheduledTo: tick };
    this.look();
  }

  /** Falls silent. */
  stop(): void {
    if (this.timer) clearInterval(this.timer);
    this.timer = undefined;
    this.running = undefined;
    this.sounding.forEach(({ stop }) => stop());
    this.sounding = [];
  }

  /** The tick of the pattern that is heard now; negative in the count-in, undefined when silent. */
  position(): number | undefined {
    if (!this.running || !this.context) return undefined;
    const { score } = this.running;
    const heard = this.context.currentTime - (this.context.outputLatency || 0);
    const tick = this.tickAt(this.running, heard);
    return tick < 0 || !score.loop ? tick : tick % score.length;
  }

  private open(): AudioContext {
    if (this.context) return this.context;
    this.context = new AudioContext({ latencyHint: 'interactive' });
    const compressor = this.context.createDynamicsCompressor();
    compressor.connect(this.context.destination);
    this.output = compressor;
    return this.context;
  }

  private async prepare(score: Score): Promise<void> {
    const context = this.open();
    const missing = [...new Set(score.notes.map(({ midi }) => midi))].filter((midi) => !this.buffers.has(midi));
    const rendered = await Promise.all(missing.map((midi) => this.render(midi, context.sampleRate)));
    rendered.forEach((samples, index) => {
      const buffer = context.createBuffer(1, samples.length, context.sampleRate);
      buffer.copyToChannel(samples as Float32Array<ArrayBuffer>, 0);
      this.buffers.set(missing[index] as number, buffer);
    });
  }

  private tickAt({ anchor, score }: Running, seconds: number): number {
    return anchor.tick + (seconds - anchor.seconds) / score.secondsPerTick;
  }

  private look(): void {
    const { running, context } = this;
    if (!running || !context) return;
    const ahead = document.hidden ? AHEAD.hidden : AHEAD.seen;
    const to = this.tickAt(running, context.currentTime + ahead);
    for (const due of dueBetween(running.score, running.scheduledTo, to)) this.sound(running, due);
    running.scheduledTo = Math.max(running.scheduledTo, to);
    this.sounding = this.sounding.filter(({ from }) => from > context.currentTime - 6);
    if (!running.score.loop && this.tickAt(running, context.currentTime) > running.score.length) {
      this.stop();
      this.ended();
    }
  }

  private sound(running: Running, due: Due): void {
    const when = running.anchor.seconds + (due.at - running.anchor.tick) * running.score.secondsPerTick;
    if ('click' in due) this.click(when, due.click.accent);
    else this.pluck(when, due.note.midi, due.note.loudness, due.note.ticks * running.score.secondsPerTick);
  }

  private pluck(when: number, midi: number, loudness: number, seconds: number): void {
    const { context, output } = this;
    const buffer = this.buffers.get(midi);
    if (!context || !output || !buffer) return;
    const source = context.createBufferSource();
    const gain = context.createGain();
    source.buffer = buffer;
    gain.gain.setValueAtTime(0.55 * loudness, when);
    gain.gain.setTargetAtTime(0, when + seconds, 0.012);
    source.connect(gain).connect(output);
    source.start(when);
    source.stop(when + seconds + 0.1);
    this.sounding.push({ from: when, stop: () => source.stop() });
  }

  private click(when: number, accent: boolean): void {
    const { context, output } = this;
    if (!context || !output) return;
    const source = context.createOscillator();
    const gain = context.createGain();
    source.frequency.value = accent ? 1760 : 1175;
    gain.gain.setValueAtTime(accent ? 0.28 : 0.16, when);
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
