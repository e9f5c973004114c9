import { BACKUP_ERRORS } from './backups.ts';
import { DOOR_ERRORS } from './doors.ts';

/**
 * The one registry of errors: every code the project can answer with, its HTTP status, and the
 * sentence a teacher reads. `{name}` in a sentence is filled from the error's details.
 */
export const ERRORS = {
  // The pattern and its strokes
  'stroke-outside-length': {
    status: 422,
    say: 'The stroke at {where} lies outside the pattern, which is {length} long. Lengthen the pattern first, or put the stroke earlier.',
  },
  'string-muted': {
    status: 422,
    say: 'String {string} is muted in {chord}, so nothing would sound at {where}. Choose another string or another shape.',
  },
  'string-missing': {
    status: 422,
    say: 'There is no string {string} at {where}: this instrument has strings 1 to {strings}.',
  },
  'string-taken': {
    status: 422,
    say: 'String {string} is already played at {where}; one string can be struck only once at a time. Move or clear one of the two.',
  },
  'stroke-id-taken': { status: 422, say: 'Two strokes carry the same name “{id}”; each stroke needs its own.' },
  'ladder-impossible': { status: 422, say: 'No ladder can be made of this: {problem}.' },
  'event-wrong': { status: 422, say: 'What happened in practice could not be taken down: {problem}.' },
  'sitting-wrong': { status: 422, say: 'No sitting can be planned: {problem}.' },
  'link-ended': {
    status: 404,
    say: 'This link does not lead anywhere (any more). Ask your teacher for a new one.',
  },
  'tuning-wrong': {
    status: 422,
    say: 'This is no tuning: {problem}. Write the notes from the lowest string up, as in D A D G A D.',
  },
  'tempo-out-of-range': {
    status: 422,
    say: 'A tempo of {value} is outside {least} to {most} a minute. Choose one in between.',
  },
  'metre-unknown': {
    status: 422,
    say: '{value} is not a metre that can be counted here: 1 to 16 beats of a half, quarter, eighth or sixteenth.',
  },
  'length-out-of-range': { status: 422, say: 'A pattern is {least} to {most} bars long, not {value}.' },
  'subdivision-unknown': {
    status: 422,
    say: 'A beat cannot be cut in {value}: choose 1 to 8 or 12, as far as the beat divides evenly.',
  },
  'strings-out-of-range': { status: 422, say: 'A tuning has 4 to 8 strings, not {value}.' },
  'pitch-out-of-range': {
    status: 422,
    say: 'String {string} is tuned to {value}, which no string can sound; use MIDI note numbers from 12 to 100.',
  },
  'voicing-strings': {
    status: 422,
    say: 'The shape {chord} has {value} strings and the instrument {strings}. Choose a shape for this tuning.',
  },
  'fret-out-of-range': {
    status: 422,
    say: 'Fret {value} on string {string} is beyond the neck, which has {most} frets above the capo.',
  },
  'pitch-too-high': {
    status: 422,
    say: 'At {where} the note would be number {value}, higher than {most}, the highest that can be written. Choose a lower fret.',
  },
  'touch-beyond-neck': {
    status: 422,
    say: 'At {where}, string {string} is touched at fret {touch}, and the neck has {frets} above the capo: find the place beyond it by ear, or take a lower shape or the open string.',
  },
  'text-unusable': {
    status: 422,
    say: 'The {what} holds a sign that cannot be kept (a NUL, or half of a character). Write it anew without it.',
  },
  'edit-unknown': { status: 422, say: 'There is no change called “{value}”, so nothing was changed.' },
  'chord-unknown': {
    status: 422,
    say: 'There is no shape for “{value}” in this tuning. Near it: {near}.',
  },
  'song-wrong': { status: 422, say: 'In {where}: {problem}.' },
  'chart-unreadable': {
    status: 422,
    say: 'Line {line}, column {column}: “{value}” is no chord. Near it: {near}.',
  },
  'chord-without-shape': {
    status: 422,
    say: 'No hand can hold a {value} in this tuning within four frets. Choose another chord, or draw its shape.',
  },
  'chart-empty': {
    status: 422,
    say: 'There is no bar in this chart. Write bars between | signs: | C | G | Am | F |.',
  },
  'chord-unreadable': {
    status: 422,
    say: 'The chord “{value}” cannot be read: “{part}” is not known. Near it: {near}.',
  },
  'capo-out-of-range': { status: 422, say: 'A capo at fret {value} leaves no neck to play on; use 0 to {most}.' },
  'frets-out-of-range': { status: 422, say: 'A neck has 5 to 30 frets, not {value}.' },
  'school-unknown': { status: 422, say: 'There is no school called “{value}”. Choose one of: {known}.' },
  'name-wrong': { status: 422, say: 'A pattern needs a name of 1 to 120 letters.' },
  'too-many-strokes': { status: 422, say: 'A pattern holds at most {most} strokes; this one has {value}.' },
  'division-wrong': {
    status: 422,
    say: 'Beat {beat} cannot be cut on its own: each beat of the {beats} there are can be cut once, in order.',
  },
  'swing-wrong': { status: 422, say: 'A swing of {value} % is outside {least} (straight) to {most}.' },
  'tags-wrong': { status: 422, say: 'A pattern has at most {most} tags of 1 to {letters} letters each.' },
  'no-node': {
    status: 422,
    say: 'A string touched at fret {touch} sounds no harmonic at {where}: touch {nodes} frets above the stopped note.',
  },
  'slur-without-note': {
    status: 422,
    say: 'String {string} is slurred at {where}, but no note on that string comes before it. Strike one there, or strike this one.',
  },
  'transform-clash': {
    status: 422,
    say: 'Two strokes would fall on string {string} at one time, so nothing was changed. Take one of them out first.',
  },
  'pattern-empty': { status: 422, say: 'There is no stroke to finger yet. Put one on a string first.' },

  'letters-not-in-type': {
    status: 422,
    say: 'The type of a PDF made here has no {letters}. Print the sheet from the screen, where the machine’s own type is used, or make a picture with --to svg.',
  },

  // Takes
  'take-silent': { status: 422, say: 'Nothing is heard. Choose the right microphone, near the guitar.' },
  'take-too-short': { status: 422, say: 'The take is too short: play it through at least once.' },
  'take-clipped': { status: 422, say: 'The recording is cut off. Turn the microphone down, or go farther away.' },
  'take-tuned': {
    status: 422,
    say: 'The guitar sounds {by} {way} than what was asked. Tune it, or set the capo as the pattern has it.',
  },
  'take-does-not-fit': { status: 422, say: 'This is another figure, or a tempo more than a third away.' },
  'sound-wrong': { status: 422, say: 'This sound cannot be read: {problem}.' },

  // Conflicts in a fingering: the rest of the pattern is fingered all the same
  'pin-not-in-school': {
    status: 422,
    say: '{digit} is pinned at {where}, but this school does not use {digit}. It stays, and the rest follows.',
  },
  'pins-one-digit-twice': {
    status: 422,
    say: '{digit} is pinned on {count} strings at once at {where}; one digit cannot strike them together. Unpin one of them.',
  },
  'pins-crossed': {
    status: 422,
    say: 'The pins at {where} cross the fingers over one another. They stay; swap them to uncross the hand.',
  },
  'too-many-notes': {
    status: 422,
    say: '{count} strings sound together at {where}, more than this school has digits for. Take a note out or choose another school.',
  },
  'no-digit-for-string': {
    status: 422,
    say: 'No digit of this school reaches string {string} at {where} while its rules are strict. The nearest one was taken.',
  },

  'fingering-bounded': {
    status: 422,
    say: 'There are more ways to finger this than can be tried, so the fingering is a good one but perhaps not the best. A school with fewer digits, or a pin or two, helps.',
  },

  // Generators, transforms, drills
  'generator-value': { status: 422, say: '“{label}” cannot be {value}: {problem}.' },
  'displacement-uneven': {
    status: 422,
    say: 'The pulse comes every {pulse} ticks and the fingers every {fingers}, which does not divide: choose values that do, or there is no whole number of displacements.',
  },
  'no-string-left': { status: 422, say: 'That leaves no string for the {who}. Choose other strings.' },
  'out-of-reach': {
    status: 422,
    say: 'This needs {needed} frets and the neck has {frets}: out of reach on string {strings}. Use a lower shape, the open string, or another node.',
  },
  'cannot-transform': { status: 422, say: '{problem}' },

  // Schools and hands of a studio's own
  'no-pins': {
    status: 422,
    say: 'There are no pins to learn from that {school} allows. Pin the digits you want on a few patterns first.',
  },
  'pins-contradict': { status: 422, say: 'The pins contradict each other. {which} Unpin one of the two.' },
  'school-without-digits': { status: 422, say: 'A school needs at least one digit to play with. Choose one.' },
  'school-digit-unknown': { status: 422, say: '“{value}” is no digit; there are {known}.' },
  'school-home-wrong': { status: 422, say: 'The home of {digit} must be string numbers from 1 to 8.' },
  'school-weight-wrong': {
    status: 422,
    say: 'The weight of “{label}” must be a number from 0 to {most}, not {value}.',
  },
  'school-name-wrong': { status: 422, say: 'A school needs a name of 1 to 80 letters.' },
  'hand-wrong': {
    status: 422,
    say: 'The {digit} cannot take {value} times as long as an able adult’s; {least} to {most} is possible. Measure it again.',
  },
  'compared-wrong': { status: 422, say: 'Compare {least} to {most} schools, not {value}.' },
  'taps-too-few': {
    status: 422,
    say: 'Only {value} taps were made with {name}; {least} are needed. Tap on for the whole five seconds.',
  },
  'taps-uneven': {
    status: 422,
    say: 'The taps with {name} were too uneven to use (they spread by {value} %). Do that run again, evenly rather than fast.',
  },
  'estimate-wrong': { status: 422, say: 'The estimate “{label}” cannot be {value}; choose {least} to {most}.' },

  // Reading what comes from outside
  'not-json': {
    status: 400,
    say: 'This is not a Fleet Wren file: at line {line}, column {column} it cannot be read ({reason}). Nothing was changed.',
  },
  truncated: {
    status: 400,
    say: 'The file breaks off at line {line}, column {column}, as if only part of it had been copied. Fetch it again; nothing was changed.',
  },
  'not-ours': {
    status: 400,
    say: 'This file is not a Fleet Wren pattern: it should say "format": "{format}" and here it says {value}. Nothing was changed.',
  },
  'too-new': {
    status: 400,
    say: 'The file was written by a newer version (format {value}; this one reads up to {known}). Update Fleet Wren and try again; nothing was changed.',
  },
  'field-wrong': { status: 400, say: 'At {where}: {problem}.' },
  'too-large': { status: 413, say: 'The file has {value}; the most that is read is {most}. Nothing was changed.' },
  'figure-unreadable': {
    status: 400,
    say: 'At place {position}, “{value}” cannot be read as a stroke: write string numbers, “+” between strings struck together, “-” for a rest.',
  },
  'file-unreadable': { status: 400, say: 'The file {value} cannot be read ({reason}).' },
  'midi-unreadable': {
    status: 400,
    say: 'The MIDI file cannot be read at byte {position}: {reason}. Nothing was taken in.',
  },
  'no-notes': { status: 400, say: 'There are no notes in it that can be read. Nothing was taken in.' },
  'tab-symbol': { status: 400, say: 'Line {line}, column {column}: the sign “{value}” is not known and was left out.' },
  'signs-left-out': { status: 200, say: 'More signs that are not known were left out: {value}.' },
  'tab-systems-differ': {
    status: 400,
    say: 'The lines from line {line} on have another number of strings than those before. Bring them in apart.',
  },
  'xml-unreadable': {
    status: 400,
    say: 'The file cannot be read at line {line}, column {column}: {reason}. Nothing was taken in.',
  },
  'not-musicxml': { status: 400, say: 'This is no MusicXML score that can be read: {reason}. Nothing was taken in.' },
  'positions-guessed': {
    status: 200,
    say: 'The file has no strings: those of least effort were guessed for {value:one note|# notes}. Look them over.',
  },
  'times-straightened': {
    status: 200,
    say: '{value:One note lay beside the grid and was put on it|# notes lay beside the grid and were put on it}, {parts} to the beat.',
  },
  'notes-left-out': {
    status: 200,
    say: '{value:One note was left out: it lies off this neck, or cannot|# notes were left out: they lie off this neck, or cannot} be held with the others ({where}).',
  },
  'notes-doubled': {
    status: 200,
    say: '{value:One note was left out: its string or its pitch is|# notes were left out: their strings or their pitches are} taken by another at the same time.',
  },
  'some-positions-guessed': {
    status: 200,
    say: '{value:A string was guessed for one note that has|Strings were guessed for # notes that have} none in the file; the others stand where it says.',
  },
  'pickup-placed': {
    status: 200,
    say: 'It begins with a pickup: that stands at the end of a first bar that is otherwise silent.',
  },
  'bars-short': {
    status: 200,
    say: '{value:One bar is shorter than its metre and ends|# bars are shorter than their metre and end} with a rest (bar {where}).',
  },
  'metre-changes': {
    status: 200,
    say: 'The metre changes at bar {bar}. A pattern has one metre: the times are right, the bar lines are those of the first. A song keeps them.',
  },
  'tempo-changes': {
    status: 200,
    say: 'The tempo changes {value:once|# times} later on; the first is kept. A song keeps them.',
  },
  'chords-once': {
    status: 200,
    say: '{value} chords are named in it, and a pattern stands on one: the frets are as written. A song keeps them.',
  },
  'repeats-once': {
    status: 200,
    say: '{value:A repeat stands once, as it is|# repeats stand once, as they are} written.',
  },
  'chords-heard': {
    status: 200,
    say: 'No chords are named in it: {value:one was taken|# were taken} from the notes, where a shape is heard whole. Look them over.',
  },
  'bars-left-out': {
    status: 200,
    say: 'It is longer than a song may be: {value:its last bar was|its last # bars were} left out.',
  },
  'chord-unheld': {
    status: 200,
    say: 'The chord {symbol} is named, but what is played fits none of its shapes: the frets stand at the strokes.',
  },
  'tab-upside-down': { status: 200, say: 'The lowest string stands on top in it; it was turned over.' },
  'tab-text-left-out': { status: 200, say: 'Words that are no music were passed over: {names}.' },
  'tab-grace': {
    status: 200,
    say: '{value:One grace note was left out; the note it leads to is|# grace notes were left out; the notes they lead to are} there.',
  },
  'tab-bends': {
    status: 200,
    say: '{value:One bend is read as the note it begins with|# bends are read as the notes they begin with}.',
  },
  'tab-taps': {
    status: 200,
    say: '{value:One tapped note is read as hammered on: nobody plucks it|# tapped notes are read as hammered on: nobody plucks them}.',
  },
  'times-from-counts': { status: 200, say: 'Notes between the counts were put where their columns lie: {value}.' },
  'not-read': { status: 400, say: '{kind} is not read. {instead}' },
  'file-damaged': { status: 400, say: 'The file cannot be opened: {reason}. Nothing was taken in.' },
  'times-from-columns': { status: 200, say: 'Times were read from how the columns are spaced, {parts} to the beat.' },
  'tuning-unknown': { status: 200, say: 'The strings’ names fit no tuning that is known; {tuning} was taken.' },
  'marks-left-out': {
    status: 200,
    say: '{value:One sign of the score was|# signs of the score were} left out: {names}.',
  },
  'beats-unwritten': {
    status: 200,
    say: 'What is played at {where} falls on parts of the beat that no notes and no one tuplet can write; it stands there without a value.',
  },
  'format-keeps-no': { status: 200, say: '{format} keeps no {what}.' },
  'muted-left-out': {
    status: 200,
    say: 'Left out, because the chord mutes their strings and nothing of them is heard: {value} ({where}).',
  },
  usage: { status: 400, say: '{problem}' },

  ...DOOR_ERRORS,
  ...BACKUP_ERRORS,

  // The studio and what it keeps
  'version-conflict': {
    status: 409,
    say: 'Someone saved this in another window since you opened it. Look at both and choose.',
  },
  'quota-reached': {
    status: 409,
    say: 'The studio holds {most} {what} already, which is as many as there can be. Delete some that are no longer needed.',
  },
  'request-wrong': { status: 400, say: '{problem}' },
  'took-too-long': {
    status: 503,
    say: 'This took too long and was ended. Make it smaller, or try again.',
  },
  'request-slow': {
    status: 408,
    say: 'The request did not arrive in time and was not carried out. Check the connection and try again.',
  },
  busy: {
    status: 503,
    say: 'The server is busy with other large files just now. Try again in {seconds} seconds.',
  },
  'storage-full': {
    status: 503,
    say: 'The studio’s house has no room left to write anything down. What you did is kept in this window; it will be saved when there is room.',
  },
  'password-weak': {
    status: 400,
    say: 'This password would soon be guessed: {problem}. Take several words that do not belong together.',
  },
  unavailable: {
    status: 503,
    say: 'The studio’s records cannot be reached just now. What you did is kept in this window and will be saved as soon as they are back.',
  },
  internal: { status: 500, say: 'Something went wrong on our side. Nothing of yours was changed.' },
} as const satisfies Record<string, { status: number; say: string }>;

/** A code from the registry of errors. */
export type ErrorCode = keyof typeof ERRORS;

/** The values that fill the `{names}` of an error's sentence. */
export type ErrorDetails = Readonly<Record<string, string | number>>;
