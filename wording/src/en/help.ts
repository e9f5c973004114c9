/** The help page, the first steps, and short help beside terms. */
export const help = {
  'help.title': 'Help',
  'help.lead': 'The words of this application, and its keys.',
  'help.search': 'Search words and keys',
  'help.glossary': 'Glossary',
  'help.none-found': 'Nothing matches “{search}”.',
  'help.shortcuts': 'Keyboard shortcuts',
  'help.shortcuts-lead': 'On the bench. Press ? there to see them.',
  'help.more': 'More in the glossary',
  'help.about': 'What is “{term}”?',

  'first-steps.title': 'Your first three steps',
  'first-steps.lead': 'Ten minutes to your first lesson.',
  'first-steps.hand': 'Choose or measure your hand',
  'first-steps.hand-why': 'Max tempos and ladders depend on how fast a hand is.',
  'first-steps.hand-measure': 'Measure with the tapping test',
  'first-steps.hand-keep': 'Use an able adult’s hand',
  'first-steps.pattern': 'Make your first pattern',
  'first-steps.pattern-why': 'Start from a standard pattern or from a blank bench.',
  'first-steps.pattern-library': 'Choose from the library',
  'first-steps.pattern-blank': 'Blank pattern',
  'first-steps.student': 'Add your first student',
  'first-steps.student-why': 'Then assign the pattern: a practice ladder is made for it.',
  'first-steps.student-add': 'Add a student',
  'first-steps.done': 'Done',

  'demo.offer':
    'Or look around first: the demo brings invented students, patterns and songs with twelve weeks of practice.',
  'demo.load': 'Load the demo',
  'demo.loading': 'Loading…',
  'demo.there': 'The demo’s students, patterns and songs are in your studio.',
  'demo.remove': 'Remove the demo',
  'demo.remove-title': 'Remove the demo?',
  'demo.remove-what':
    'Its students, patterns and songs are deleted with all their practice. What you made yourself stays. You can load the demo again.',
  'demo.removed': 'Demo removed.',
} as const;
