import type { PatternSummary, Pattern, Song } from '@fleet-wren/core';
import type { IndexColumns } from '../documents/documents.store.ts';
import { toDocumentWrite } from '../songs/songs.service.ts';
import { toIndexColumns } from '../summaries/summaries.service.ts';
import { summarisePattern } from '../summaries/summarise-pattern.ts';
import { createDemoPatterns } from './patterns.ts';
import { practiceOfDemo, type DemoPractice } from './practice.ts';
import { createDemoSongs } from './songs.ts';

/** A document of the demo with the columns its list is searched by. */
export interface DemoDocument<Document extends Pattern | Song> {
  readonly name: string;
  readonly document: Document;
  readonly indexColumns?: IndexColumns;
}

/** All that the demo studio holds, before it is in a database. */
export interface DemoContent {
  /** The one to look at first comes last: lists show the latest first. */
  readonly patterns: readonly DemoDocument<Pattern>[];
  readonly songs: readonly DemoDocument<Song>[];
  readonly practice: readonly DemoPractice[];
}

const summed = (pattern: Pattern): PatternSummary => summarisePattern({ pattern, estimates: {} });

/** Makes the content of the demo studio; it takes a second or two, so it is made in a thread beside the requests. */
export const buildDemo = (now: number): DemoContent => {
  const patterns = createDemoPatterns();
  return {
    patterns: patterns.map((pattern) => ({
      name: pattern.name,
      document: pattern,
      indexColumns: toIndexColumns(pattern, summed(pattern)),
    })),
    songs: createDemoSongs().slice().reverse().map(toDocumentWrite),
    practice: practiceOfDemo(patterns, now),
  };
};
