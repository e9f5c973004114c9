/** Terms and counts that other texts are made of. */
export const terms = {
  'term.bars': '{count, plural, one {# bar} other {# bars}}',
  'term.notes': '{count, plural, one {# note} other {# notes}}',
  'term.issues': '{count, plural, one {# issue} other {# issues}}',

  'finger.name':
    '{finger, select, p {thumb} i {index} m {middle} a {ring} c {little finger} down {downstroke} up {upstroke} other {pick}}',
  'finger.word':
    '{finger, select, p {thumb} i {index finger} m {middle finger} a {ring finger} c {little finger} other {pick}}',

  'place.beat': 'beat {beat}',
  'place.syllable': 'beat {beat} {syllable}',
  'place.part': 'beat {beat}, {part, selectordinal, one {#st} two {#nd} few {#rd} other {#th}} of {parts}',
  'place.share': 'beat {beat} + {share, number, percent}',
  'place.in-bar': 'bar {bar}, {place}',
  'place.in-bar-in-list': 'bar {bar} {place}',

  'spoken.bar': 'Bar {bar}',
  'spoken.chord': 'chord {chord}',
  'spoken.note':
    '{fret, plural, =0 {{finger} on open string {string}} other {{finger} on string {string} at fret {fret}}}',
  'spoken.unplucked': '{fret, plural, =0 {open string {string}} other {string {string} at fret {fret}}}',

  'size.characters': '{count, plural, one {# character} other {# characters}}',
  'size.million-characters': '{millions, number, ::.#} million characters',
  'size.more-than': 'more than {size}',
  'size.gigabytes': '{gigabytes, number, ::.#} GB',
  'size.megabytes': '{megabytes, number, ::.#} MB',
  'size.unpacks-to-more': 'more than {megabytes} MB when unpacked',
  'place.edge': 'the edge',
  'place.end': 'the end',
  'place.several': 'several places',
  'place.on-string': '{place} on string {string}',
} as const;
