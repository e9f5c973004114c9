/** What can be said without a hand: the time was clean, or it slipped. */
export type PassVerdict = 'clean' | 'slipped';

/** Keys that page-turning pedals send, and those of a keyboard. */
const KEYS: Readonly<Record<string, PassVerdict>> = {
  ' ': 'clean',
  Enter: 'clean',
  PageDown: 'clean',
  ArrowRight: 'clean',
  Backspace: 'slipped',
  PageUp: 'slipped',
  ArrowLeft: 'slipped',
};

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

/** Keys that a control which has the focus keeps for itself. */
const OF_CONTROLS: ReadonlySet<string> = new Set([' ', 'Enter']);

/** The large surface says the same as the keys, so it needs none of them. */
const CONTROLS = 'button:not(.room-surface), a, summary, [role="button"], [role="link"]';

/** Whether a key belongs to what has the focus: a field or a dialog keeps all of them, a button those that press it. */
const belongsToFocus = (target: EventTarget | null, key: string): boolean => {
  if (!(target instanceof Element)) return false;
  if (target.closest('input, textarea, select, dialog, [role="dialog"]')) return true;
  return OF_CONTROLS.has(key) && target.closest(CONTROLS) !== null;
};

/** Listens to keys, pedals and pretended pedals; each says something once. Answers how to stop. */
export const subscribeToPedals = (say: (said: PassVerdict, by: 'key' | 'pedal') => void): (() => void) => {
  let last = -Infinity;
  const once = (said: PassVerdict | undefined, by: 'key' | 'pedal', at: number): void => {
    if (said === undefined || at - last < CHATTER) return;
    last = at;
    say(said, by);
  };
  const onKey = (event: KeyboardEvent): void => {
    const said = KEYS[event.key];
    if (!said || event.repeat || event.ctrlKey || event.metaKey || event.altKey) return;
    if (belongsToFocus(event.target, event.key)) return;
    event.preventDefault();
    once(said, event.key.startsWith('Page') ? 'pedal' : 'key', event.timeStamp);
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
  window.addEventListener('keydown', onKey);
  window.addEventListener(PRETENDED_PEDAL, onPretended);
  return () => {
    window.removeEventListener('keydown', onKey);
    window.removeEventListener(PRETENDED_PEDAL, onPretended);
    access?.removeEventListener('statechange', connect);
    access?.inputs.forEach((input) => input.removeEventListener('midimessage', onMidi as never));
  };
};
