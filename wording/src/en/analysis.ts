/** What is said of a fingering: issues, fixes, reasons, what sets the max tempo, comparisons of schools. */
export const analysis = {
  'severity.slight': 'minor',
  'severity.notable': 'noticeable',
  'severity.serious': 'serious',

  'finding.doubled': '{place}: the {finger} plays twice in a row.',
  'finding.doubled-details':
    '{gap, number, ::.00} s between the two notes; this hand needs about {need, number, ::.00} s.',
  'finding.crossing': '{place}: the {finger} crosses the {other}.',
  'finding.pick-beside-middle': '{place}: the pick and the middle finger are cramped on adjacent strings.',
  'finding.rushed': '{place}: at {tempo} bpm the {finger} gets {share, number, percent} less time than it needs.',
  'finding.rushed-nearly': '{place}: at {tempo} bpm the {finger} is at {share, number, percent} of its speed limit.',
  'finding.rushed-details': 'Needs {need, number, ::.00} s, has {has, number, ::.00} s.',
  'finding.cramped':
    '{place}: the {other} and the {finger} are cramped on {same, select, yes {the same string} other {adjacent strings}}.',
  'finding.off-home':
    '{place}: the {finger} is {distance, plural, one {# string} other {# strings}} away from its home string.',
  'finding.thumb-on-finger-string':
    '{place}: the thumb plays string {string}, which belongs to the fingers. School rule: {rule}',
  'finding.finger-on-thumb-string':
    '{place}: the {finger} plays string {string}, which belongs to the thumb. School rule: {rule}',
  'finding.thumb-on-treble': '{place}: the thumb plays treble string {string}.',
  'finding.inside-change':
    '{place}: the pick has to change strings on the inside, from string {from} to string {to}, in very little time.',
  'finding.string-skip':
    '{place}: the pick skips {count, plural, one {a string} other {# strings}} in very little time.',
  'finding.time-details': '{seconds, number, ::.00} s from note to note.',
  'finding.weak-accent':
    '{place}: the accent falls on {stroke, select, up {an upstroke, the lighter pick stroke} a {the ring finger, a weaker finger} c {the little finger, the weakest finger} other {a weaker finger}}.',
  'finding.impossible-ornament':
    '{place}, string {string}: {obstacle, select, bend_open {an open string cannot be bent} vibrato_open {an open string has no vibrato} tap_open {an open string cannot be tapped} below_nut {the grace note lies below the open string} no_slur {the slur of the grace note goes the wrong way} other {it lies beyond the last fret}}.',
  'finding.impossible-slur':
    '{place}: no {slur} leads from fret {from} to fret {to}{obstacle, select, not_higher {: a hammered note is higher} not_lower {: a pulled note is lower} open {: an open string cannot slide} open_tap {: an open string cannot be tapped} other {: it is the same note}}.',
  'finding.accent-on-slur': '{place}: the accent falls on a {slur}, which the picking hand cannot accent.',
  'finding.attack-beside-accent':
    '{place}: this picked note on a new string sits next to the slurred accent at {other} and will sound like the accent.',
  'finding.ring-cut-by-note': '{place}: string {string} is played again while its note from {from} should still ring.',
  'finding.ring-cut-by-planting':
    '{place}: planting {known, select, yes {the {finger}} other {a finger}} stops string {string}, which should ring to the end of the bar.',
  'finding.fingered-two-ways': '{place}: the figure from {from} returns here with different fingers.',
  'finding.hardly-used': '{place}: the {busy} can barely keep up while the {finger} is hardly used.',

  'fix.without-ornament':
    'Leave out {ornament, select, bend {the bend} vibrato {the vibrato} grace {the grace note} tapped {the tap} other {the trill}}',
  'fix.unpin': 'Unpin the {finger}',
  'fix.unpin-pick': 'Unpin the {stroke, select, up {upstroke} other {downstroke}}',
  'fix.give-to': 'Give it to the {finger}',
  'fix.pick-stroke': 'Use {stroke, select, up {an upstroke} other {a downstroke}}',
  'fix.give-previous-to': 'Give the previous note (string {string}) to the {finger}',
  'fix.previous-pick-stroke':
    'Use {stroke, select, up {an upstroke} other {a downstroke}} on the previous note (string {string})',
  'fix.accept': 'Accept and pin it',
  'fix.slow-down': 'Slow down to {tempo} bpm',
  'fix.remove-accent': 'Remove the accent',
  'fix.other-slur': 'Make it a {slur}',
  'fix.pick-instead': 'Pick the note instead',
  'fix.move-accent': 'Move the accent to this note',
  'fix.end-ring': 'Remove “let ring” from that note',
  'fix.no-planting': 'Play it without planting',
  'fix.same-as-before': 'Use the same fingering as before',

  'place.more': '{count, plural, one {# more place} other {# more places}}',

  'cost.off-home': 'The {finger} is {distance, plural, one {# string} other {# strings}} away from its home string.',
  'cost.thumb-on-finger-string': 'The thumb plays string {string}, which belongs to the fingers.',
  'cost.finger-on-thumb-string': 'The {finger} plays string {string}, which belongs to the thumb.',
  'cost.moves-string': 'The {finger} moves to another string.',
  'cost.weaker-finger': 'The {finger} is a weaker finger.',
  'cost.weaker-pick-stroke': 'The {stroke, select, up {upstroke} other {downstroke}} is the weaker pick stroke.',
  'cost.thumb-leaves-bass': 'The thumb leaves the bass strings.',
  'cost.repeats': 'The {finger} plays twice in a row.',
  'cost.crosses': 'The {finger} crosses the {other}.',
  'cost.awkward-spacing': 'The {finger} and the {other} are awkwardly spaced.',
  'cost.little-time': 'The {finger} has little time to get there.',
  'cost.pick-same-direction': 'The pick plays twice in the same direction.',
  'cost.pick-outside': 'The pick changes strings on the outside.',
  'cost.pick-inside': 'The pick changes strings on the inside.',
  'cost.pick-sweeps': 'The pick sweeps into the next string.',
  'cost.pick-lifts-back': 'The pick has to be lifted back over a string.',
  'cost.opens-with-upstroke': 'The line opens with an upstroke.',
  'cost.against-the-beat': 'The stroke goes against the down-up pattern of the beat.',
  'cost.brushes': 'The {finger} brushes an adjacent string at the same time.',
  'cost.inconsistent': 'The same figure is fingered differently elsewhere.',
  'cost.returns-instead-of-rake': 'The {finger} comes back where the {other} would rake.',
  'cost.pick-beside-middle': 'The pick and the middle finger are cramped on adjacent strings.',
  'cost.weak-accent': 'The accent falls on a weaker finger or stroke.',
  'cost.wrong-lead': 'The {finger} opens the line, which the other finger should.',
  'cost.breaks-rake': 'The {finger} takes over from the {other}, which should rake on.',
  'cost.late-touch': 'The index finger has little time between touching the harmonic and playing.',
  'cost.unplayed': 'No finger is left for this note.',

  'limit.same-string': 'the {finger} repeating string {string} ({from} → {to})',
  'limit.new-string': 'the {finger} moving from string {first} to string {second} ({from} → {to})',
  'limit.two-fingers': 'the {first} followed by the {second} ({from} → {to})',
  'limit.slur': 'the slur of the fretting hand ({from} → {to})',
  'limit.touch': 'the index finger touching the harmonic and playing ({from})',
  'limit.details':
    'At {tempo} bpm this needs {need, number, ::.00} s and has {has, number, ::.00} s ({share, number, percent} of the time available).',

  'why.place': '{place}, string {string}',
  'why.slurred': 'Played by the fretting hand: {slur}.',

  'slur.hammer-on': 'hammer-on',
  'slur.pull-off': 'pull-off',
  'slur.slide': 'slide',
  'slur.tap': 'tap',
  'why.no-finger-left': 'No finger is left for this note.',
  'why.pinned': 'You pinned it.',
  'why.home': 'The {finger} is at home on string {string}.',
  'why.rested': 'The {finger} has had time to recover.',
  'why.home-and-rested': 'The {finger} is at home on string {string} and has had time to recover.',
  'why.lowest-penalty': 'The lowest total penalty here.',
  'why.equal': 'It would be just as good.',

  'alternative.best': 'Best in this school',
  'alternative.equal': 'As good as the best',
  'alternative.trade-off': 'Avoids at {gainPlace}: {gain} In return at {costPlace}: {cost}',
  'alternative.gain-only': 'Avoids at {gainPlace}: {gain}',
  'alternative.cost-only': 'Worse at {costPlace}: {cost}',

  'string-change.same-string': '{count} on the same string',
  'string-change.outside': '{count} outside',
  'string-change.inside': '{count} inside',
  'string-change.sweep': '{count, plural, one {# sweep} other {# sweeps}}',
  'string-change.against': '{count} lifted back',
  'string-change.same-finger': '{count} with the same finger',
  'string-change.next-finger': '{count} with another finger',
  'string-change.crossing': '{count, plural, one {# crossing} other {# crossings}}',

  'line-kind.repeated-notes': 'repeated notes',
  'line-kind.tremolo': 'tremolo',
  'line-kind.scale-line': 'a scale line',
  'line-kind.block-chords': 'block chords',
  'line-kind.string-skips': 'string skips',
  'line-kind.alternating-thumb': 'alternating bass',
  'line-kind.bass-line': 'a line on the bass strings',
  'line-kind.bass-and-chords': 'bass and chords in turn',
  'line-kind.arpeggio': 'an arpeggio',
  'line-kind.sweep': 'a sweep',
  'line-kind.rolls': 'rolls',

  'compare.choose-schools': 'Choose two or more schools to compare.',
  'compare.max': '{bpm} bpm max',
  'compare.no-max': 'no tempo limit',
  'compare.issues': '{count, plural, =0 {no issues} one {# issue} other {# issues}}',
  'compare.best': 'Best at {tempo} bpm: {school} ({max}, {issues}).',
  'compare.busiest': 'Busiest: the {finger}, a note every {gap, number, ::.00} s.',
  'compare.next': 'Next: {school} ({max}, {issues}).',
  'compare.none-reaches': 'None of these schools reaches {tempo} bpm. Closest: {school} ({max}, {issues}).',
  'compare.none-reaches-tied': 'None of these schools reaches {tempo} bpm. {schools} come equally close ({max}).',
  'compare.tied':
    '{all, select, yes {All these schools} other {{schools}}} are equally good at {tempo} bpm. Choose the one you prefer.',
  'compare.most-headroom': 'Most headroom: {schools} ({max}).',
  'compare.best-for-line': 'Best at {tempo} bpm: {school}, a natural fit for {line} ({max}). {others} would also work.',
  'compare.tied-for-line':
    '{schools} are equally good at {tempo} bpm: each is a natural fit for {line}. {others} would also work.',
  'compare.sentences': '{first} {second}',
} as const;
