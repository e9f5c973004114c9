/** Instruments and tunings. */
export const instruments = {
  'tuning.standard.name': 'Standard',
  'tuning.open-d.name': 'Open D',
  'tuning.open-g.name': 'Open G',
  'tuning.four-string.name': 'Four strings (D G B E)',
  'tuning.five-string.name': 'Five strings (A D G B E)',
  'tuning.seven-string.name': 'Seven strings, low B',
  'tuning.eight-string.name': 'Eight strings, low F♯',

  'tuning.drop-d.name': 'Drop D',

  'harmonic-interval.name':
    '{partial, plural, =2 {an octave} =3 {an octave and a fifth} =4 {two octaves} other {two octaves and a major third}}',
  'harmonic-remedy.same-note': 'Touch fret {fret} instead (same note).',
  'harmonic-remedy.open-string': 'Play the string open and touch fret {fret} (different note).',
  'harmonic-remedy.other-node': 'Touch fret {fret} ({interval} above the fretted note).',
  'harmonic-remedy.lower-shape': 'Move the shape down {frets, plural, one {# fret} other {# frets}} (transposes it).',
  'harmonic-method.name':
    '{method, select, thumb {Index touches, thumb plucks} ring {Index touches, ring plucks} other {Index holds the pick and touches; thumb and middle pluck}}',
  'harmonic-balance.name': '{balance, select, harmonics {Harmonics louder} even {Equal} other {Ordinary notes louder}}',
  'cascade.pattern-name': 'Cascade over {chord}',
  'cascade.makes': '{root} {what}',
  'cascade.major': 'major',
  'cascade.minor': 'minor',
  'cascade.major-scale': 'major scale',
  'cascade.natural-minor-scale': 'natural minor scale',
  'cascade.dorian-scale': 'Dorian scale',
  'cascade.mixolydian-scale': 'Mixolydian scale',
  'cascade.pentatonic-scale': 'major pentatonic scale',
  'cascade.minor-pentatonic-scale': 'minor pentatonic scale',
  'cascade.major-seventh': 'major seventh',
  'cascade.seventh': 'dominant seventh',
  'cascade.minor-seventh': 'minor seventh',
  'cascade.added-ninth': 'major, added ninth',
  'cascade.suspended-fourth': 'suspended fourth',
  'cascade.suspended-second': 'suspended second',
} as const;
