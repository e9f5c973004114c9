/** One event of a track at a tick; events of one tick keep the order of `rank`. */
export interface TrackEvent {
  readonly at: number;
  readonly rank: number;
  readonly bytes: readonly number[];
}
