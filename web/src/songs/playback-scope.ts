/** What is heard: all of it, or the bars that are chosen. */
export type PlaybackScope = 'all' | 'chosen';
