import type { PatternSummary, Pattern, Song } from '@fleet-wren/core';
import type { Beside } from '../documents/documents.store.ts';
import { writingOf } from '../songs/songs.service.ts';
import { besideOf } from '../summaries/summaries.service.ts';
import { summarise } from '../summaries/work.ts';
import { demoPatterns } from './patterns.ts';
import { practiceOfDemo, type DemoPractice } from './practice.ts';
import { demoSongs } from './songs.ts';

/** A document of the demo with the columns its list is searched by. */
export interface DemoDocument<Document extends Pattern | Song> {
  readonly name: string;
  readonly document: Document;
  readonly beside?: Beside;
}

/** All that the demo studio holds, before it is in a database. */
export interface DemoContent {
  /** The one to look at first comes last: lists show the latest first. */
  readonly patterns: readonly DemoDocument<Pattern>[];
  readonly songs: readonly DemoDocument<Song>[];
  readonly practice: readonly DemoPractice[];
}

const summed = (pattern: Pattern): PatternSummary => summarise({ pattern, estimates: {} });

/** Makes the content of the demo studio; it takes a second or two, so it is made in a thread beside the requests. */
export const buildDemo = (now: number): DemoContent => {
  const patterns = demoPatterns();
  return {
    patterns: patterns.map((pattern) => ({
      name: pattern.name,
      document: pattern,
      beside: besideOf(pattern, summed(pattern)),
    })),
    songs: demoSongs().slice().reverse().map(writingOf),
    practice: practiceOfDemo(patterns, now),
  };
};
