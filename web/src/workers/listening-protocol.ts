import type { FollowedPosition, HandProfile, LiveEvent, Pattern, LevelCheck } from '@fleet-wren/core';

/** What the listening worker is told. */
export type ListenerRequest =
  | {
      readonly kind: 'listen';
      readonly pattern: Pattern;
      readonly hand: HandProfile | undefined;
      readonly sampleRate: number;
      /** Where the sound comes in. */
      readonly sound: MessagePort;
    }
  /** A piece that is played through, whose place is wanted. */
  | {
      readonly kind: 'follow';
      readonly pattern: Pattern;
      readonly hand: HandProfile | undefined;
      readonly sampleRate: number;
      readonly sound: MessagePort;
    }
  /** Strokes of a tapping test, run by run. */
  | { readonly kind: 'strokes'; readonly sampleRate: number; readonly sound: MessagePort }
  /** Another figure from now on. */
  | { readonly kind: 'figure'; readonly pattern: Pattern; readonly hand: HandProfile | undefined };

/** What the listening worker says. */
export type ListenerEvent =
  | { readonly kind: 'heard'; readonly event: LiveEvent }
  /** Where in a piece the player is, in ticks of the pattern. */
  | { readonly kind: 'position'; readonly position: FollowedPosition }
  /** The loudest of the last tenth of a second, 0 to 1. */
  | { readonly kind: 'level'; readonly level: number }
  | { readonly kind: 'check'; readonly check: LevelCheck }
  /** So many seconds of sound were lost on their way: nothing is said of them, and listening began anew. */
  | { readonly kind: 'gap'; readonly seconds: number }
  /** A run of the tapping test has begun; and when it is over, when the strings were struck in it. */
  | { readonly kind: 'begun' }
  | { readonly kind: 'strokes'; readonly at: readonly number[] };
