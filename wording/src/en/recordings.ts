/** What is said of a take: its headline, its issues with advice, its passes; simulated players. */
export const recordings = {
  'take.headline': '{clean} of {passes, plural, one {# pass} other {# passes}} clean at {tempo} bpm',
  'take.headline-tempo-change':
    '{clean} of {passes, plural, one {# pass} other {# passes}} clean, from {from} to {to} bpm',
  'take.no-pattern-found': 'No single problem came up often enough to work on by itself.',
  'take.nothing-stands-out': 'Nothing stands out: even, in time, every note there.',
  'take.nothing-stands-out-partly-timed':
    'Every note is there and nothing stands out. The timing of these fingers could not be measured: {fingers}.',

  'take.stops':
    'You stopped {here, plural, =1 {once} =2 {twice} other {# times}} after {place}{others, plural, =0 {} one {, and once elsewhere} other {, and # times elsewhere}}.',
  'take.stops.advice':
    'Next comes {next}, at {to}. Loop from {from} into it, slowly, until it runs on by itself; then play from the beginning.',
  'take.next-note': '{finger, select, none {} other {the {finger} on }}string {string}',
  'take.other-tempo': 'Played at {played} bpm; the pattern is set to {asked} bpm.',
  'take.other-tempo.advice': 'Everything is judged at the tempo you played.',
  'take.guitar-off-pitch': 'The whole guitar is {cents} cents {way, select, flat {flat} other {sharp}}.',
  'take.guitar-off-pitch.details': 'A is about {hertz} Hz.',
  'take.guitar-off-pitch.advice': 'Tune to 440 Hz, or leave it if you play with others at this pitch.',
  'take.string-out-of-tune': 'String {string} is {cents} cents {way, select, flat {flat} other {sharp}}.',
  'take.string-out-of-tune.advice': 'Tune string {string} before you go on.',
  'take.finger-off-time': 'The {finger} is {when, select, late {late} other {early}} compared with the other fingers.',
  'take.off-time-details': '{ms} ms {when, select, late {behind} other {ahead}} (median).',
  'take.fingers-apart': 'The {finger} is ahead of the {other}.',
  'take.fingers-apart.details': '{ms} ms, each measured from where it should fall (median).',
  'take.fingers-apart.advice':
    'Play only the {finger} and the {other}, slowly, with a click, and listen for which one is off.',
  'take.finger-late.advice':
    'Prepare the {finger} early: rest it on its string while the previous note sounds, unless that string should keep ringing.',
  'take.finger-early.advice': 'Count aloud and let the {finger} wait for its count.',
  'take.finger-uneven': 'The {finger} is uneven.',
  'take.finger-uneven.details': 'Its notes vary by ± {ms} ms.',
  'take.finger-uneven.advice':
    'Practise the {finger} alone, slowly, with the click on every subdivision, ten times in a row.',
  'take.finger-loudness':
    'The {finger} is {how, select, softer {softer} other {louder}} than the average of your fingers.',
  'take.finger-loudness.details':
    '{decibels} dB {how, select, softer {below} other {above}} the median of the fingers.',
  'take.finger-softer.advice': 'Accent the {finger} for a few passes, then blend it back in.',
  'take.finger-louder.advice': 'Play the {finger} as softly as still sounds clear, and bring the others up to it.',
  'take.finger-misses': 'The {finger} misses {count} of {total} notes.',
  'take.finger-misses.advice':
    'Mute the strings with your fretting hand and play only the {finger}: you should hear every note.',
  'take.finger-wrong-string': 'The {finger} plays {count} of {total} notes on a wrong string.',
  'take.finger-wrong-string.advice':
    'Play only the {finger}, slowly and without looking: rest it on its string before each note.',
  'take.note-missed-often': '{place}: missing in {count} of {passes} passes.',
  'take.note-wrong-string-often': '{place}: wrong string in {count} of {passes} passes.',
  'take.note-missed-often.advice': 'Practise that note with the two before it as a separate drill.',
  'take.tempo-drift':
    'You {way, select, faster {speed up} other {slow down}} by {share, number, percent} from start to finish.',
  'take.tempo-drift.advice': 'Mute the click every other bar and check whether you are still with it when it returns.',
  'take.place-off-time':
    '{place}: the {finger} is {when, select, late {late} other {early}}{same, select, yes {} other {, after the {other}}}.',
  'take.place-late.advice':
    'Practise {same, select, yes {both notes of the {finger}} other {the {other} and the {finger}}} alone at half speed until the gap is the same every time.',
  'take.place-early.advice':
    'Practise {same, select, yes {both notes of the {finger}} other {the {other} and the {finger}}} alone at half speed; let the second one wait for its count.',
  'take.accent-not-heard': '{place}: the accent is barely audible, hardly louder than the same note elsewhere.',
  'take.accent-not-heard.advice': 'Keep the {finger} as it is at {place} and play everything around it more softly.',
  'take.unwanted-accent':
    '{place}: the {finger} is louder than the same note elsewhere, with no accent written{changes, select, yes {; it has just changed strings} other {}}.',
  'take.unwanted-accent.details': '{decibels} dB louder.',
  'take.unwanted-accent.advice-string-change':
    'Rest the {finger} on its string before it plays there, and play as softly as the note before.',
  'take.unwanted-accent.advice':
    'Play the {finger} at {place} as softly as still sounds clear, then build it up to match the others.',
  'take.uneven-string-changes': 'The {finger} is less even where it changes strings than where it stays.',
  'take.uneven-string-changes.details': '± {moved} ms at string changes, ± {stayed} ms on one string.',
  'take.uneven-string-changes.advice': 'Move the {finger} to its next string as soon as it has played, and wait there.',
  'take.finger-fades':
    'The {finger} gets {how, select, later {later} softer {softer} other {later and softer}} towards the end.',
  'take.finger-fades.details':
    '{how, select, later {{ms} ms later} softer {{decibels} dB softer} other {{ms} ms later and {decibels} dB softer}} than at the start, compared with the other fingers.',
  'take.finger-fades.advice':
    'Stop before it fades: fewer passes at a time, more often, with the hand relaxed between them.',

  'take.compared':
    '{tempo, select, more {{bpm} bpm faster than last time,} fewer {{bpm} bpm slower than last time,} other {At the same tempo as last time,}} {passes, select, more {and cleaner} fewer {with fewer clean passes} other {and about as clean}}: {clean} of {of} passes, last time {cleanBefore} of {ofBefore}{change, select, none {} other {; {change}}}.',
  'take.compared.lateness':
    'the {finger} is {ms} ms {way, select, closer {closer to} other {further from}} the other fingers',
  'take.compared.evenness':
    'the {finger} is {way, select, more {more even} other {less even}} (± {now} ms, before ± {before} ms)',
  'take.compared.misses': 'the {finger} missed {now} of {of} notes, before {before} of {ofBefore}',

  'pass.note-missed': 'no note at {place}',
  'pass.wrong-string': 'wrong string at {place}',
  'pass.wrong-string-sounded': 'wrong string at {place} ({note} sounded)',
  'pass.off-time': '{when, select, late {late} other {early}} at {place}',
  'pass.extra-note': 'an extra note ({note})',
  'pass.unclear': 'too little of this pass could be measured in the recording',
  'pass.not-finished': 'not finished when the take ended, so not counted',
  'pass.begun-later': 'begun after its first note, so not counted',
  'pass.stopped': 'stopped on the way, then went on',
  'pass.broken-off': 'broken off after {place}',
  'pass.interrupted': 'interrupted before the end',

  'player.steady': 'Steady player',
  'player.late-ring': 'Late ring finger',
  'player.late-middle': 'Late middle finger',
  'player.early-thumb': 'Early thumb',
  'player.weak-ring': 'Weak ring finger',
  'player.tiring-ring': 'Ring finger that tires',
  'player.rushing': 'Rushes',
  'player.beginner': 'Beginner',

  'interval.semitones':
    '{count, plural, one {a semitone} =2 {a whole tone} =3 {a minor third} =4 {a major third} other {# semitones}}',
  'take.analysed': 'Analysed by an earlier version.',
} as const;
