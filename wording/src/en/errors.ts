/** What is said of each error of the registry, by its code. */
export const errors = {
  'error.stroke-outside-length':
    'The note at {where} lies outside the pattern, which is {length} long. Lengthen the pattern or move the note earlier.',
  'error.string-muted':
    'At {where}: string {string} is muted in {chord}, so nothing would sound. Choose another string or voicing.',
  'error.string-missing': 'At {where}: there is no string {string}. This instrument has strings 1 to {strings}.',
  'error.string-taken': 'At {where}: string {string} already has a note. Move or delete one of them.',
  'error.stroke-id-taken': 'Two notes share the ID “{id}”. Each note needs its own.',
  'error.ladder-impossible': '{problem}',
  'error.event-wrong': '{problem}',
  'error.sitting-wrong': '{problem}',
  'error.link-ended': 'This link has expired or does not exist. Ask your teacher for a new one.',
  'error.tuning-wrong': '{problem}',
  'error.tempo-out-of-range': '{value} bpm is out of range. Choose {least} to {most} bpm.',
  'error.metre-unknown':
    '{value} is not a supported time signature. Use 1 to 16 beats of a half, quarter, eighth or sixteenth.',
  'error.length-out-of-range': 'A pattern is {least} to {most} bars long (not {value}).',
  'error.subdivision-unknown':
    'A beat cannot be divided into {value}. Choose 1 to 9 or 12, as far as the beat divides evenly.',
  'error.strings-out-of-range': 'A tuning has 3 to 10 strings (not {value}).',
  'error.pitch-out-of-range': 'String {string} cannot be tuned to note {value}. Use MIDI notes 12 to 100.',
  'error.voicing-strings':
    'The voicing {chord} has {value} strings, the instrument {strings}. Choose a voicing for this tuning.',
  'error.fret-out-of-range':
    'Fret {value} on string {string} is beyond the neck, which has {most, plural, one {# fret} other {# frets}} above the capo.',
  'error.pitch-too-high':
    'At {where}: note {value} is above the highest that can be written ({most}). Choose a lower fret.',
  'error.touch-beyond-neck':
    'At {where}: the harmonic on string {string} is at fret {touch}, but the neck has {frets, plural, one {# fret} other {# frets}} above the capo. Find the spot by ear, use a lower voicing, or play the string open (a different note).',
  'error.text-unusable': '{what} contains a character that cannot be saved. Rewrite it without that character.',
  'error.edit-unknown': 'There is no change called “{value}”. Nothing was changed.',
  'error.chord-unknown': 'No voicing for “{value}” in this tuning. Close matches: {near}.',
  'error.song-wrong': '{problem}',
  'error.chart-unreadable': 'Line {line}, column {column}: “{value}” is not a chord. Did you mean {near}?',
  'error.chord-without-shape':
    'No playable voicing for {value} in this tuning within four frets. Choose another chord or enter your own voicing.',
  'error.chart-empty': 'This chart has no bars. Put bars between | signs: | C | G | Am | F |.',
  'error.chord-unreadable': '“{value}” is not a chord: “{part}” is unknown. Close matches: {near}.',
  'error.capo-out-of-range': 'A capo at fret {value} leaves no room to play. Use 0 to {most}.',
  'error.thumb-strings-out-of-range': 'The thumb’s highest string can be 2 to {most} (not {value}).',
  'error.frets-out-of-range': 'A neck has 5 to 30 frets (not {value}).',
  'error.school-unknown': 'There is no fingering school “{value}”. Choose one of: {known}.',
  'error.name-wrong': 'A pattern name needs 1 to 120 characters.',
  'error.too-many-strokes': 'A pattern can hold up to {most} notes; this one has {value}.',
  'error.division-wrong':
    'Beat {beat} cannot be divided on its own. Each of the {beats} beats can be divided once, in order.',
  'error.chord-change-wrong':
    'The chord {chord} doesn’t start inside the pattern ({length}) or isn’t in order. Chords change in order, within the bars.',
  'error.endings-wrong':
    'These endings don’t fit a pattern of {length}. It needs 2 to 4 passes of equal length, at least one bar before each ending, and no pickup.',
  'error.span-wrong': 'A pattern of {length} begins within its first bar and ends within its last, in that order.',
  'error.swing-wrong': 'Swing of {value}% is out of range. Use {least}% (straight) to {most}%.',
  'error.tags-wrong': 'A pattern has up to {most} tags of 1 to {letters} characters.',
  'error.no-node': 'At {where}: there is no harmonic at fret {touch}. Touch {nodes} frets above the fretted note.',
  'error.slur-without-note':
    'At {where}: the slur on string {string} has no note before it. Add a note on that string, or pluck this one.',
  'error.transform-clash':
    'Nothing was changed: two notes would land on string {string} at the same time. Delete one of them first.',
  'error.pattern-empty': 'There are no notes to finger yet. Add one on a string.',
  'error.letters-not-in-type':
    'The PDF font has no {letters}. Print from the screen, or export an image with --to svg.',
  'error.take-silent': 'No sound recorded. Check that the right microphone is selected and near the guitar.',
  'error.take-too-short': 'This take is too short. Play the pattern at least once.',
  'error.take-clipped': 'The recording is distorted. Turn the input down or move away from the microphone.',
  'error.take-tuned':
    'The guitar sounds {by} {way, select, higher {higher} other {lower}} than the pattern. Check the tuning and the capo.',
  'error.take-does-not-fit':
    'This doesn’t match the pattern, or it breaks off too often to follow. Check the pattern, and play it through once.',
  'error.sound-wrong': '{problem}',
  'error.pin-not-in-school':
    'At {where}: {digit} is pinned, which this school does not use. The pin stays; the other notes adapt.',
  'error.pins-one-digit-twice':
    'At {where}: {digit} is pinned on {count} strings at once. One finger cannot play them together; unpin one.',
  'error.pins-crossed': 'At {where}: the pins cross the fingers. Swap them to uncross.',
  'error.too-many-notes':
    'At {where}: {count} strings sound together, more than this school has fingers. Delete a note or choose another school.',
  'error.no-digit-for-string':
    'At {where}: with strict rules no finger of this school may play string {string}. The nearest finger was used.',
  'error.fingering-bounded':
    'There are too many possible fingerings to check all of them. This one is good, but perhaps not the best. Fewer fingers or a pin or two help.',
  'error.generator-value': '{label}: {problem}',
  'error.displacement-uneven':
    'The pulse (every {pulse} ticks) and the fingers (every {fingers}) do not share a common grid, so the line cannot be shifted evenly. Choose values that divide each other.',
  'error.no-string-left':
    'No string is left for {who, select, fingers {the fingers} pick {the pick} roll {the roll} scale {the scale} sweep {the sweep} crossing {the crossing: it needs two} other {the notes at the edge}}. Choose other strings.',
  'error.out-of-reach':
    'Out of reach on string {strings}: needs {needed} frets, the neck has {frets}. Use another harmonic, a lower voicing or the open string (both change the note).',
  'error.cannot-transform': '{problem}',
  'error.no-pins': 'No pins to learn from that “{school}” allows. Pin fingers on a few patterns first.',
  'error.pins-contradict': 'The pins contradict each other. {which} Unpin one of them.',
  'error.school-without-digits': 'A school needs at least one finger. Choose one.',
  'error.school-digit-unknown': '“{value}” is not a finger. Use {known}.',
  'error.school-home-wrong': 'The home of {digit} must be string numbers from 1 to 8.',
  'error.school-weight-wrong': '“{label}” must be a number from 0 to {most} (not {value}).',
  'error.school-name-wrong': 'A school name needs 1 to 80 characters.',
  'error.hand-wrong':
    'The {digit} cannot be {value} times as slow as an able adult’s. The range is {least} to {most}. Measure it again.',
  'error.compared-wrong': 'Compare {least} to {most} schools (not {value}).',
  'error.taps-too-few':
    '{value, plural, one {Only # tap} other {Only # taps}} with {name}. At least {least} are needed: keep tapping for the full five seconds.',
  'error.taps-uneven':
    'The taps with {name} were too uneven to measure (± {value}%). Try again: even matters more than fast.',
  'error.estimate-wrong': '“{label}” must be {least} to {most} (not {value}).',
  'error.not-json': 'Line {line}, column {column}: {reason} This is not a Fleet Wren file; nothing was changed.',
  'error.truncated': 'The file ends early at line {line}, column {column}. Get it again; nothing was changed.',
  'error.not-ours':
    'This is not a Fleet Wren file of the right kind: it should say "format": "{format}", and here it says {value}. Nothing was changed.',
  'error.too-new':
    'This file needs a newer version (format {value}; this one reads up to {known}). Update Fleet Wren; nothing was changed.',
  'error.field-wrong': 'At {where}: {problem}',
  'error.too-large': 'The file has {value}; the limit is {most}. Nothing was changed.',
  'error.figure-unreadable':
    'Position {position}: “{value}” is not a note. Write string numbers, “+” between strings played together, “-” for a rest.',
  'error.file-unreadable': '{value} cannot be read ({reason}).',
  'error.midi-unreadable': 'The MIDI file cannot be read at byte {position}: {reason} Nothing was imported.',
  'error.no-notes': 'No readable notes in this file. Nothing was imported.',
  'error.tab-symbol': 'Line {line}, column {column}: “{value}” is unknown and was skipped.',
  'error.signs-left-out': 'Unknown symbols skipped: {value}.',
  'error.tab-systems-differ':
    'From line {line} on, the tablature has a different number of strings. Import that part separately.',
  'error.xml-unreadable': 'The file cannot be read at line {line}, column {column}: {reason} Nothing was imported.',
  'error.not-musicxml': 'This is not a readable MusicXML score: {reason} Nothing was imported.',
  'error.positions-guessed':
    'The file names no strings; the easiest ones were chosen for {value, plural, one {# note} other {# notes}}. Review them.',
  'error.times-straightened':
    '{value, plural, one {# note was} other {# notes were}} off the grid and moved to the nearest of {parts} per beat.',
  'error.notes-left-out':
    '{value, plural, one {# note was skipped: it lies off this neck or cannot} other {# notes were skipped: they lie off this neck or cannot}} be held with the others ({where}).',
  'error.notes-doubled':
    '{value, plural, one {# note was skipped because its string or pitch was} other {# notes were skipped because their strings or pitches were}} already taken at that time.',
  'error.some-positions-guessed':
    '{value, plural, one {A string was chosen for # note} other {Strings were chosen for # notes}} that named none; the rest follow the file.',
  'error.bars-short':
    '{value, plural, one {# bar is shorter than its time signature and ends} other {# bars are shorter than their time signature and end}} with a rest (bar {where}).',
  'error.metre-changes':
    'The time signature changes at bar {bar}. A pattern keeps the first one; note times stay correct. Import as a song to keep the changes.',
  'error.tempo-changes':
    'The tempo changes {value, plural, one {once} other {# times}} later. Only the first is kept; import as a song to keep the changes.',
  'error.jumps-once': 'D.C., D.S. and coda are not played out: the bars are imported once, as written.',
  'error.abc-unreadable': 'Line {line}, column {column}: “{value}” was skipped; it is no ABC notation.',
  'error.repeats-once': '{value, plural, one {# repeat is} other {# repeats are}} imported once, as written.',
  'error.chords-heard':
    'No chords are named. {value, plural, one {# was detected} other {# were detected}} from the notes where a full shape sounds. Review them.',
  'error.bars-left-out': 'Too long for a song: the last {value, plural, one {bar was} other {# bars were}} skipped.',
  'error.chord-unheld': 'Chord {symbol} is named, but its notes match no voicing. The frets are stored on the notes.',
  'error.tab-tuning-disputed':
    'The heading says {tuning}; the names of the lines say something else. The heading was followed.',
  'error.tab-upside-down': 'The lowest string was on top; the tablature was flipped.',
  'error.tab-text-left-out': 'Text without music was skipped: {names}.',
  'error.tab-grace':
    '{value, plural, one {# grace note leads nowhere and was skipped.} other {# grace notes lead nowhere and were skipped.}}',
  'error.tab-bends':
    '{value, plural, one {# bend does} other {# bends do}} not say how far and {value, plural, one {is} other {are}} read as a whole step.',
  'error.times-from-counts': 'Notes between the counts were placed by their columns: {value}.',
  'error.not-read':
    '{kind, select, binary {This file is neither text nor a kind of music file that can be read.} pdf {A PDF cannot be read. Ask for the score it was printed from, as MusicXML.} picture {A picture cannot be read. Copy the tablature as text, or ask for the score as MusicXML.} other {A recording cannot be read here. Import notation, tablature or MIDI.}}',
  'error.file-damaged': 'The file cannot be opened: {reason} Nothing was imported.',
  'error.times-from-columns': 'Note times come from the column spacing, {parts} per beat.',
  'error.tuning-unknown': 'The string names match no known tuning; {tuning} was assumed.',
  'error.lines-left-out':
    '{value, plural, one {One line} other {# lines}} before the first chords {value, plural, one {was} other {were}} left out: {lines}{value, plural, =1 {} =2 {} =3 {} other { and more}}.',
  'error.marks-left-out': '{value, plural, one {# marking was} other {# markings were}} skipped: {names}.',
  'error.beats-unwritten':
    'At {where}: this rhythm does not fit notes or a single tuplet; the notes have no written value.',
  'error.format-keeps-no': '{format} cannot store: {what}.',
  'error.muted-left-out':
    'Skipped, because the chord mutes their strings: {value, plural, one {# note} other {# notes}} ({where}).',
  'error.usage': '{problem}',
  'error.request-under-way': 'This was sent a moment ago and is still being done. Try again shortly.',
  'error.version-conflict': 'Someone else saved this since you opened it. Compare both versions and choose one.',
  'error.quota-reached':
    '{what, select, patterns {The studio already has {most} patterns} songs {The studio already has {most} songs} hands {The studio already has {most} hand profiles} schools {The studio already has {most} schools} students {The studio already has {most} students} teachers {The studio already has {most} teachers} invitations {The studio already has {most} open invitations} sound {The studio already has {most} MB of recordings} versions {This already has {most} saved versions} assignments {This student already has {most} assignments} notes {This student already has {most} notes} links {This student already has {most} links} takes {This student already has {most} takes} other {This assignment already has {most} entries}}, the maximum. Delete some you no longer need.',
  'error.request-wrong': '{problem}',
  'error.took-too-long': 'This took too long and was stopped. Make it smaller or try again.',
  'error.request-slow':
    'The request took too long to arrive and was not carried out. Check the connection and try again.',
  'error.busy': 'The server is busy with other large files. Try again in {seconds} seconds.',
  'error.storage-full':
    'Server storage is full. Your work is kept in this window and will be saved when there is space again.',
  'error.password-weak':
    'This password is too easy to guess{problem, select, common {: it is a very common password} repeated {: it repeats a few characters} sequence {: it follows the keyboard or the alphabet} personal {: it is close to your name, studio or email address} other {}}. Use several unrelated words.',
  'error.answer-incomplete':
    'The answer did not arrive complete, or something other than the server answered. Check the connection and try again.',
  'error.unavailable':
    'The server cannot reach its data right now. Your work is kept in this window and will be saved as soon as it can.',
  'error.internal': 'Something went wrong on the server. Nothing was changed. Try again.',
  'error.not-found': 'This no longer exists, or it belongs to another studio.',
  'error.not-signed-in': 'Your session has ended. Sign in again: your work is kept in this window.',
  'error.wrong-credentials': 'The email address or the password is wrong.',
  'error.wrong-code':
    'The email address or the recovery code is wrong, or the code has been used. Each code works once.',
  'error.second-factor-needed': 'Enter the two-factor code from your phone.',
  'error.wrong-second-code':
    'That code is wrong or has been used. Wait for the next one and check that your phone’s clock is set automatically.',
  'error.second-factor-on': 'Two-factor authentication is already on. Turn it off first.',
  'error.invite-ended': 'This invitation has expired or has been used. Ask the studio’s owner for a new one.',
  'error.owner-only': 'Only an owner of the studio can do this.',
  'error.last-owner': 'A studio needs at least one owner. Make another teacher an owner first.',
  'error.email-taken': 'There is already an account with this email address. Sign in instead.',
  'error.too-many-tries': 'Too many attempts. Try again in {seconds} seconds.',
  'error.wrong-origin': 'This request did not come from Fleet Wren and was not carried out.',
  'error.archive-wrong': 'This backup cannot be restored. Line {line}: {problem} Nothing was changed.',
  'error.archive-cut-off':
    'This backup is incomplete: it ends after {rows, plural, one {# row} other {# rows}}. Copy the file again. Nothing was changed.',
  'error.archive-not-empty':
    'A backup can only be restored into an empty studio. Create a new studio for it; this one stays unchanged.',
  'error.restore-running': 'A backup is already being restored into this studio. Wait until that is done.',
  'error.restore-broken-off':
    'The server stopped while the backup was being restored, and nothing was kept. Try again.',
  'error.upload-broken-off':
    'The upload stopped before it was complete, and nothing was kept. Check the connection and send the file again.',
} as const;
