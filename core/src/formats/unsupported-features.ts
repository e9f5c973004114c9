import { message, type Label, type Message } from '../message/index.ts';
import { createProblem, type Problem } from '../errors/index.ts';
import { findInexactBeats } from './notation/inexact-beats.ts';
import type { ScoreAnnotations } from './score-annotations.ts';
import { listMutedStrokes, describeScorePosition, type Score } from '../score/index.ts';

/** Formats that a score can be written in, as far as they leave things out. */
export type ExportFormat = 'tab' | 'midi' | 'musicxml' | 'abc' | 'lilypond' | 'json';

const NAMES: Readonly<Record<ExportFormat, Label>> = {
  tab: message('format.tablature'),
  midi: 'MIDI',
  musicxml: 'MusicXML',
  abc: 'ABC',
  lilypond: 'LilyPond',
  json: 'JSON',
};

/** Marks of strokes. */
const MARKS = [
  'rake',
  'brush',
  'unplanted',
  'accent',
  'damped',
  'ring',
  'silent',
  'fretted',
  'staccato',
  'restStroke',
  'glide',
  'rolled',
  'tapped',
  'slideIn',
] as const;

/** Marks a format has no sign for. */
const WITHOUT: Readonly<Record<ExportFormat, readonly (typeof MARKS)[number][]>> = {
  json: [],
  musicxml: ['rake', 'brush', 'unplanted'],
  lilypond: MARKS.filter((mark) => !['accent', 'staccato', 'rolled', 'damped', 'tapped'].includes(mark)),
  abc: MARKS.filter((mark) => mark !== 'accent' && mark !== 'staccato' && mark !== 'rolled'),
  tab: MARKS.filter((mark) => mark !== 'tapped'),
  midi: ['rake', 'brush', 'unplanted', 'damped', 'ring', 'silent', 'fretted', 'staccato', 'restStroke', 'tapped'],
};

/** What of a score a format has no place for. */
const unkept = ({ strokes, endings }: Score, { parts }: ScoreAnnotations, format: ExportFormat): readonly Message[] => {
  const isWrittenOut = format === 'midi' || format === 'tab';
  return [
    ...(format === 'midi' ? ['digits', 'chords'] : []),
    ...(endings && isWrittenOut ? ['endings'] : []),
    ...(parts && isWrittenOut && new Set(parts.values()).size < parts.size ? ['form'] : []),
    ...MARKS.filter((mark) => WITHOUT[format].includes(mark) && strokes.some((stroke) => stroke[mark])),
  ].map((mark) => message('format-mark.name', { mark }));
};

/** Strokes named by their place before the rest is only counted. */
const NAMED = 3;

const places = (score: Score, all: readonly { readonly at: number; readonly string: number }[]): readonly Message[] => [
  ...all
    .slice(0, NAMED)
    .map(({ at, string }) => message('place.on-string', { place: describeScorePosition(score, at), string })),
  ...(all.length > NAMED ? [message('place.more', { count: all.length - NAMED })] : []),
];

/**
 * What a format cannot hold of a score, each with a count: strokes on strings that the chord mutes are heard nowhere.
 * Empty where everything is written.
 * @example
 * listUnsupportedFeatures(flattenScore(createPattern('Roll')), 'tab').length // => 0
 */
export const listUnsupportedFeatures = (
  score: Score,
  format: ExportFormat,
  words: ScoreAnnotations = {},
): readonly Problem[] => {
  const muted = format === 'midi' || format === 'musicxml' ? listMutedStrokes(score) : [];
  const what = unkept(score, words, format);
  return [
    ...(format === 'musicxml' ? findInexactBeats(score, []) : []),
    ...(what.length > 0 ? [createProblem('format-keeps-no', { format: NAMES[format], what })] : []),
    ...(muted.length === 0
      ? []
      : [createProblem('muted-left-out', { value: muted.length, where: places(score, muted) })]),
  ];
};
