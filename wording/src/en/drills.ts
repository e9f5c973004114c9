export const drills = {
  'drills.not-playable': 'not playable',
  'drills.mark-as-known': 'Mark as known',
  'drills.none': 'None',
  'drills.learned': 'learned',
  'drills.rows': 'Rows',
  'drills.columns': 'Columns',
  'drills.tabs': 'Tabs',
  'drills.any-student': 'Any student',
  'drills.drill-grid': 'Drill grid',
  'drills.set-name': 'Set name',
  'drills.add-to-set': 'Add to set',
  'drills.bpm-is-of-max-tempo': '{tempo} bpm is {share}% of max tempo',
  'drills.add-to-the-set': 'Add {name} to the set',
  'drills.drills-added-to-the-set':
    '{patternsCount, plural, one {# drill} other {# drills}} added to the set “{name}”.',
  'drills.assigned-of-stages-passed': 'assigned, {passed} of {of, plural, one {# stage} other {# stages}} passed',
  'drills.drills': '{orderCount, plural, one {# drill} other {# drills}}',
  'drills.drills-selected': '{count, plural, one {# drill} other {# drills}} selected',
  'drills.assign-to': 'Assign to {name}',
  'drills.order': 'Order',
  'drills.order-by':
    '{order, select, difficulty {Easiest first} crossings {Fewest strings crossed} repeats {Fewest repeated fingers} other {Most on the beat}}',
  'drills.contents':
    '{crossings, plural, one {# string crossed} other {# strings crossed}}, {repeats, plural, one {# repeated finger} other {# repeated fingers}}, {offBeats, plural, one {# note off the beat} other {# notes off the beat}}',
  'drills.student': 'Student',
  'drills.stop': 'Stop {name}',
  'drills.play': 'Play {name}',
  'drills.known': 'Known',
  'drills.next':
    'Next to learn: <b>{name}</b>, {begun, select, true {the smallest step from what is already known} other {{order, select, difficulty {the easiest} crossings {with the fewest strings crossed} repeats {with the fewest repeated fingers} other {with most notes on the beat}}}}.',
} as const;
