/** The command line: help, what it says of wrong use, and lines of its answers. */
export const cli = {
  'cli.untitled-figure': 'Figure',
  'cli.usage':
    'Usage: wren COMMAND [FILE] [--strings "6 3 2+1 2 3" --subdivision N --chord C] [--school KEY] [--tempo N] [--profile HAND] [--line] [--json]',
  'cli.song.summary': 'Show a song’s map, figures, trouble spots and max tempo: wren song FILE',
  'cli.capo.summary': 'Find the easiest capos and keys for a song: wren capo FILE',
  'cli.harmonics.summary': 'Show touch frets and sounding notes for a shape: wren harmonics --frets "3 5 5 4 3 3"',
  'cli.voicings.summary': 'List voicings of a chord, easiest first: wren voicings Am7/G [--tuning KEY] [--capo N]',
  'cli.take.summary': 'Analyse a recording: wren take FILE.wav|FILE.mid --against PATTERN [--tempo N]',
  'cli.play.summary':
    'Create a take by a simulated player: wren play PATTERN --as PLAYER [--seed N] [--cycles N] --to take.wav|take.mid',
  'cli.learn.summary':
    'Learn a school from the pins in a folder of patterns: wren learn FOLDER --base KEY [--name NAME]',
  'cli.next.summary': 'Suggest what a student practises next: wren next ARCHIVE --student NAME [--goal PATTERN]',
  'cli.course.summary':
    'Plan a course to a goal: wren course ARCHIVE --student NAME --goal PATTERN [--weeks N] [--minutes N]',
  'cli.course-usage':
    'Give a studio’s archive and whose course it is: wren course ARCHIVE --student NAME --goal PATTERN, or wren next ARCHIVE --student NAME.',
  'cli.archive-head': 'it is not the archive of a studio (Settings, Export)',
  'cli.archive-line': 'the line is not JSON',
  'cli.student-unknown': 'There is no student “{value}” in the archive. There are: {known}.',
  'cli.goal-unknown': 'There is no pattern “{value}” in the archive. There are: {known}.',
  'cli.next':
    '{name}, from {tempo} bpm: {chance}% likely clean, about {minutes} min{isNew, select, true {; new: {fresh}} other {}}',
  'cli.course-week': 'Week {week}: {items} → {chance}%',
  'cli.course-item': '{name} from {tempo} bpm, {minutes} min',
  'cli.sheet.summary':
    'Export a pattern or a song to print: wren sheet FILE --to pdf|svg|mei [--paper a4|letter] [--large] [--hand] [--left-handed] [--notes abc|ahc|lasido]; or several, bound as one PDF with cover and contents: wren sheet FILE… or FOLDER --to pdf [--name TITLE]',
  'cli.import.summary':
    'Import a score, MIDI file, tablature or (with --song) a song sheet: wren import FILE [--parts] [--part N] [--bars 1-8] [--repeats played] [--song]; or a whole folder with one report: wren import FOLDER [--out FOLDER]',
  'cli.folder.read':
    '{path}: {kind, select, pattern {pattern, {bars, plural, one {# bar} other {# bars}}, {parts, plural, one {# note} other {# notes}}} other {song, {bars, plural, one {# bar} other {# bars}}, {parts, plural, one {# section} other {# sections}}}}{remarks, plural, =0 {} one {, # remark} other {, # remarks}}',
  'cli.out-unwritable': 'Nothing can be written to {value} ({reason}). Choose another place.',
  'cli.folder.refused': '{path}: not read. {problems}',
  'cli.folder.summary':
    '{read, plural, one {# file was} other {# files were}} read{refused, plural, =0 {} other {, # could not be}}.',
  'cli.finger.summary': 'Assign a finger to each note and show the max tempo',
  'cli.analyse.summary': 'Show finger load, problems and what limits the tempo',
  'cli.skills.summary': 'List what a pattern asks of the picking hand, the hardest first',
  'cli.skill':
    '{name} ({count, plural, one {# place} other {# places}}, {strain}% of the max tempo{seconds}): {meaning}',
  'cli.skill-seconds': ', {seconds, number, ::.00} s',
  'cli.compare.summary': 'Compare schools for the same notes: --schools a,b,c',
  'cli.export.summary':
    'Export as tablature, MIDI, MusicXML, ABC, LilyPond or JSON, or a song’s chords and words: --to tab|midi|musicxml|mxl|abc|lilypond|json|song-sheet',
  'cli.profile-help':
    'HAND: new-to-it, able-adult, advanced, or a JSON file with "name", "scale" and "times". finger --k N lists the N best fingerings.',
  'cli.figure-help':
    'A figure is string numbers in time order: + joins a pinch, - is a rest. It loops; with --line it plays once.',

  'cli.command-unknown': 'There is no command “{value}”.',
  'cli.bad-usage': '{problem}\n{help}',
  'cli.count-invalid': '--k must be a whole number from 1 to 20 (not “{value}”).',
  'cli.number-invalid': '--{name} needs a number (not “{value}”).',
  'cli.input-missing': 'Which file? Or give a figure: --strings "6 3 2+1 2 3". Schools: {known}.',
  'cli.not-json': 'it is not JSON',
  'cli.unknown-reason': 'unknown reason',
  'cli.export-format': 'Choose an export format: --to {formats}.',
  'cli.frets-invalid':
    '--frets needs {count} frets from the lowest string up, x for a muted string: --frets "3 5 5 4 3 3"',
  'cli.import-file-missing':
    'Which file? wren import FILE [--part N] [--bars 1-8] [--repeats once|played] [--song] [--out FILE.json]',
  'cli.bars-invalid': '--bars needs a range like 1-8 (not “{value}”).',
  'cli.part': '{number} {taken, select, true {*} other { }} {name}, {count, plural, one {# note} other {# notes}}',
  'cli.part-invalid': '--part needs a number from 1 (not “{value}”).',
  'cli.repeats-invalid': '--repeats needs once or played (not “{value}”).',
  'cli.tuning-unknown':
    'There is no tuning “{value}”. Choose one of: {tunings}; or write its notes, as DADGAD, or what players say, as “drop C”.',
  'cli.folder-missing': 'Which folder of Fleet Wren files? wren learn FOLDER --base KEY',
  'cli.sheet-file-missing':
    'Which file? wren sheet FILE --to pdf|svg [--paper a4|letter] [--large] [--hand] [--left-handed] [--notes abc|ahc|lasido] [--out FILE]',
  'cli.in-file': '{file}: {problem}',
  'cli.method': 'Method',
  'cli.method-line': '{count, plural, one {# piece} other {# pieces}} for the picking hand',
  'cli.sheets-pdf-only': 'Several files are bound as one PDF: use --to pdf.',
  'cli.sheets-too-many': 'At most {most} files are bound as one PDF; these are {value}.',
  'cli.sheet-folder-empty': 'There is no pattern or song file (.json) in this folder.',
  'cli.sheet-format': 'Choose a format: --to pdf, --to svg or --to mei.',
  'cli.paper-invalid': '--paper needs a4 or letter (not “{value}”).',
  'cli.notes-invalid': '--notes needs abc, ahc or lasido (not “{value}”).',
  'cli.song-missing': 'Which song? wren {command} FILE',
  'cli.play-missing':
    'Which pattern? wren play PATTERN --as PLAYER [--seed N] [--cycles N] [--tempo N] --to take.wav|take.mid',
  'cli.player-unknown': 'There is no player “{name}”. Choose one of: {players}.',
  'cli.seed-invalid': '--seed needs a whole number, --cycles a number from 1 to 200.',
  'cli.take-missing': 'Which take and pattern? wren take FILE.wav|FILE.mid --against PATTERN [--tempo N] [--json]',
  'cli.chord-missing': 'Which chord? wren voicings Am7/G --tuning drop-d --capo 2',

  'cli.pattern-title': '{name}, {tempo} bpm',
  'cli.fingering-title': '{name}, {school}, {tempo} bpm',
  'cli.song-title': '{name}, {form}, {tempo} bpm',
  'cli.load':
    '{count, plural, one {# note} other {# notes}}, {rate, number, ::.00} per second, longest rest {rest, number, ::.00} s, free {free, number, percent}',
  'cli.no-problems': 'No problems found.',
  'cli.finding': '- {finding} ({severity})',
  'cli.string-change': 'string {from} to {to}: {kinds}',
  'cli.compare-movement': 'Travel in a bar: {centimetres} cm; notes prepared: {share}%',
  'cli.busiest': '{finger}, a note every {gap, number, ::.00} s',
  'cli.busiest-none': 'none repeats',
  'cli.school-title': '{name} ({key})',
  'cli.compare-facts': 'max tempo {max}; notes {notes}; busiest {busiest}',
  'cli.compare-changes':
    'changes: {changes}; {slurs, plural, one {# slur} other {# slurs}}; {doubled, plural, one {# repeated finger} other {# repeated fingers}}; {issues, plural, =0 {no issues} one {# issue} other {# issues}}',
  'cli.string': 'string {string}',
  'cli.pinned': 'pinned',
  'cli.second-pass': 'second pass: {marks}',
  'cli.max-tempo': 'Max tempo {max} bpm, limited by {limit}.',
  'cli.no-max-tempo': 'No tempo limit: no note follows another.',
  'cli.octave-harmonics': 'Octave harmonics',
  'cli.harmonic': 'string {string}, fret {fret}, touch {touch}, sounds {note}',
  'cli.out-of-reach': 'out of reach: {remedies}',
  'cli.cascade': 'Cascade {order}',
  'cli.cascade-makes': 'Cascade {order}: {makes}',
  'cli.learn.fit': '{learnt} of {all} pins now follow from the school; before: {base}.',
  'cli.learn.held-out': 'On held-out patterns: {learnt} of {all}; before: {base}.',
  'cli.learn.no-held-out': 'Only one pattern, so nothing could be held out to test it.',
  'cli.learn.penalty': '{label}: penalty {way, select, up {up} other {down}} from {from} to {to}.',
  'cli.learn.pins-against-rules':
    '{count, plural, one {# pin breaks the school’s rule and stays a pin.} other {# pins break the school’s rule and stay pins.}}',
  'cli.learn.default-name': 'Our school',
  'cli.song.bar': '{section}, bar {bar}',
  'cli.song.strain': 'strain {strain, number, percent}',
  'cli.song.max-tempo': 'Max tempo {max} bpm, limited by bar {bar}.',
  'cli.song.step': '{step}. Learn figure {figure} ({name}): {reached} of {of} bars become playable.',
  'cli.song.muted': '! Bar {bar}: string {string} is muted in {chord}, so its note is left out.',
  'cli.capo.line':
    '{way, select, up {up {steps, plural, one {# semitone} other {# semitones}}, } down {down {steps, plural, one {# semitone} other {# semitones}}, } other {}}{fret, plural, =0 {no capo} other {capo #}}: {shapes} ({open} of {all} common shapes)',
  'cli.capo.in-key': '{name}, original key',
  'cli.capo.any-key': 'Other keys',
  'cli.take.notes': '{count, plural, one {# note} other {# notes}}',
  'cli.take.untimed': 'not timed',
  'cli.take.missed': '{count} missed',
  'cli.take.wrong-string': '{count} on a wrong string',
  'cli.take.pass': 'pass {number}: {verdict, select, slipped {missed} other {unclear}}, {why}',
  'cli.voicing.bass': 'bass on string {bass}',
  'cli.voicing.then': 'then {strings}',
  'cli.voicing.fingers': 'fingers {fingers}',
  'cli.voicing.barre': 'barre at fret {fret}',
  'cli.voicing.common': 'common shape',
  'cli.page-number': '{title}, page {page} of {count}',
} as const;
