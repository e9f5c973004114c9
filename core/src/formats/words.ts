/** What a song says over its bars, by the bar as it is played, from 0: names of sections where they begin, words under bars. */
export interface ScoreWords {
  readonly sections?: ReadonlyMap<number, string>;
  readonly words?: ReadonlyMap<number, string>;
}
