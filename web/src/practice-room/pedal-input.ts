import { PRACTICE_SHORTCUTS } from '../components/shortcuts/practice-shortcuts.ts';
import { enterShortcutScope } from '../components/shortcuts/shortcut-manager.ts';

/** What can be said without a hand: the time was clean, or it slipped. */
export type PassVerdict = 'clean' | 'slipped';

/** What each key says. */
const SAID: ReadonlyMap<string, PassVerdict> = new Map(
  (['clean', 'slipped'] as const).flatMap((verdict) =>
    PRACTICE_SHORTCUTS[verdict].keys.map((key) => [key, verdict] as const),
  ),
);

/** MIDI controllers of pedals: sustain says clean, soft says slipped. A value of 64 and more is down. */
const PEDALS: Readonly<Record<number, PassVerdict>> = { 64: 'clean', 67: 'slipped' };

/** Milliseconds within which a second press is the same one: worn switches chatter. */
const CHATTER = 250;

/** The name of the event by which a pedal is pretended, for trying out and for tests: its detail says what. */
const PRETENDED_PEDAL = 'wren-pedal';

/** What a MIDI message says; undefined where it is none of a pedal, or its release. */
export const parsePedalMessage = (data: Uint8Array | null | undefined): PassVerdict | undefined => {
  if (!data || data.length < 3) return undefined;
  const [status = 0, controller = 0, value = 0] = data;
  return (status & 0xf0) === 0xb0 && value >= 64 ? PEDALS[controller] : undefined;
};

/** Listens to keys, pedals and pretended pedals; each says something once. Answers how to stop. */
export const subscribeToPedals = (say: (said: PassVerdict, by: 'key' | 'pedal') => void): (() => void) => {
  let last = -Infinity;
  const once = (said: PassVerdict | undefined, by: 'key' | 'pedal', at: number): void => {
    if (said === undefined || at - last < CHATTER) return;
    last = at;
    say(said, by);
  };
  const press = (key: string, { repeat, timeStamp }: KeyboardEvent): boolean => {
    const said = SAID.get(key);
    if (!said || repeat) return false;
    once(said, key.startsWith('Page') ? 'pedal' : 'key', timeStamp);
    return true;
  };
  const onPretended = (event: Event): void =>
    once((event as CustomEvent<PassVerdict>).detail, 'pedal', event.timeStamp);
  const onMidi = (event: MIDIMessageEvent): void => once(parsePedalMessage(event.data), 'pedal', event.timeStamp);
  let access: MIDIAccess | undefined;
  const connect = (): void => access?.inputs.forEach((input) => input.addEventListener('midimessage', onMidi as never));
  void navigator.requestMIDIAccess?.().then(
    (given) => {
      access = given;
      connect();
      given.addEventListener('statechange', connect);
    },
    () => undefined,
  );
  const leave = enterShortcutScope({ press, surface: '.room-surface' });
  window.addEventListener(PRETENDED_PEDAL, onPretended);
  return () => {
    leave();
    window.removeEventListener(PRETENDED_PEDAL, onPretended);
    access?.removeEventListener('statechange', connect);
    access?.inputs.forEach((input) => input.removeEventListener('midimessage', onMidi as never));
  };
};
