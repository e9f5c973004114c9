/** The glossary: terms of the trade and of the product, each with what it means here. */
export const glossary = {
  'glossary.fingers.term': 'p, i, m, a, c',
  'glossary.fingers.text':
    'The letters of the picking hand: thumb, index, middle, ring and little finger. On the bench each has its own shape and colour.',
  'glossary.note.term': 'Note, stroke',
  'glossary.note.text': 'One note played by one finger or the pick. Several at the same time are a pinch.',
  'glossary.school.term': 'Fingering school',
  'glossary.school.text':
    'A consistent way of assigning fingers to strings, such as one finger per string, rolls or alternate picking. The school decides who plays what; pin a finger to override it.',
  'glossary.pin.term': 'Pin',
  'glossary.pin.text': 'Fixes a finger on a note. The rest of the fingering is worked out around it.',
  'glossary.max-tempo.term': 'Max tempo',
  'glossary.max-tempo.text':
    'The fastest tempo at which this hand can play the pattern with this fingering. “Limited by” names the two notes that set it.',
  'glossary.hand.term': 'Hand profile',
  'glossary.hand.text':
    'How fast each finger of a hand can repeat and alternate. Choose one to start with, measure one with the tapping test, or let practice and takes refine it.',
  'glossary.issue.term': 'Issue, fix',
  'glossary.issue.text':
    'Something in the fingering worth a look: a finger that plays twice in a row, a crossing, a broken school rule. Many come with a fix you can apply with one click.',
  'glossary.pinch.term': 'Pinch',
  'glossary.pinch.text': 'Thumb and one or more fingers play at the same time.',
  'glossary.roll.term': 'Roll',
  'glossary.roll.text': 'Thumb and fingers one after another over three or four strings, forward, backward or both.',
  'glossary.alternating-bass.term': 'Alternating bass',
  'glossary.alternating-bass.text':
    'The thumb keeps the beat and alternates between bass strings. Notes bound to the bass move to the right string for each chord.',
  'glossary.planting.term': 'Planting',
  'glossary.planting.text':
    'A finger rests on its string before it plays. It makes the stroke safe, and stops the string if it was still ringing.',
  'glossary.skill.term': 'Skill',
  'glossary.skill.text':
    'Something a pattern asks of a hand, such as one finger after another, a pinch or a rhythm. It is read from the fingering; passes show whether a student has it.',
  'glossary.rake.term': 'Rake, sweep',
  'glossary.rake.text':
    'One finger or the pick moves through adjacent strings in one motion instead of separate strokes.',
  'glossary.inside.term': 'Inside and outside picking',
  'glossary.inside.text':
    'On a string change the pick comes either from between the two strings (inside, harder) or from around them (outside).',
  'glossary.diagram.term': 'Fingering diagram',
  'glossary.diagram.text':
    'The strings as lines, time from left to right, each note as a token of its finger. The coloured thread follows one finger from note to note.',
  'glossary.fingers-view.term': 'Fingers view',
  'glossary.fingers-view.text':
    'One lane for each finger: when it plays, how long it rests and where it can plant. Red marks a gap that is shorter than the finger needs.',
  'glossary.wheel.term': 'Wheel',
  'glossary.wheel.text':
    'The pattern bent into a circle, so that you see its groups, such as 3 + 3 + 2, and can start it on another note.',
  'glossary.sustain.term': 'Sustain view',
  'glossary.sustain.text':
    'How long each note rings, what ends it, and how often the hand moves from string to string.',
  'glossary.loop.term': 'Loops, plays once',
  'glossary.loop.text':
    'A pattern that loops is fingered so that its end leads back to its beginning. One that plays once is a line with an end.',
  'glossary.drill.term': 'Drill',
  'glossary.drill.text':
    'A variation of a pattern to practise: shifted against the thumb, on other strings, with another leading finger, or one hard change on its own.',
  'glossary.figure.term': 'Figure',
  'glossary.figure.text':
    'A pattern that a song repeats over its chords. Figures are numbered badges; sections are letters.',
  'glossary.assignment.term': 'Assignment',
  'glossary.assignment.text': 'What a student works on: a pattern, a song section or a drill, with a target tempo.',
  'glossary.ladder.term': 'Practice ladder',
  'glossary.ladder.text':
    'The way from a new pattern to its target tempo in stages: hand position, thumb only, fingers added one by one, the hardest change, from memory, up to tempo.',
  'glossary.stage.term': 'Stage',
  'glossary.stage.text': 'One step of a ladder. It is passed with a number of clean passes in a row.',
  'glossary.pass.term': 'Pass: clean, missed',
  'glossary.pass.text': 'The pattern once through. It is clean if every note is there and in time, otherwise missed.',
  'glossary.session.term': 'Practice session',
  'glossary.session.text':
    'A plan for the minutes at hand: hand position, warm-up, reviews that are due, current stages, one hard spot, something complete.',
  'glossary.review.term': 'Review',
  'glossary.review.text':
    'What was learned comes back after some days, and later each time it is still clean, so that it is not forgotten.',
  'glossary.stuck.term': 'Stuck',
  'glossary.stuck.text':
    'No new tempo for at least three sessions and a week, and practice no longer raises the share of clean passes. The reason and one thing to try are given.',
  'glossary.room.term': 'Practice room',
  'glossary.room.text':
    'A page for one student, opened with a link and without a password. It counts passes by key, touch, pedal or ear, and works offline.',
  'glossary.take.term': 'Take',
  'glossary.take.text':
    'A recording of a pattern. It is analysed note by note: which were missed, how early or late and how loud each finger plays.',
  'glossary.simulated-player.term': 'Simulated player',
  'glossary.simulated-player.text':
    'An invented player with a known habit, to try out what the analysis of a take shows.',
  'glossary.penalty.term': 'Penalty',
  'glossary.penalty.text':
    'How strongly a school avoids something, such as crossed fingers. The fingering with the lowest total is chosen.',
  'glossary.voicing.term': 'Voicing',
  'glossary.voicing.text': 'The frets a chord is held with.',
  'glossary.harp-harmonic.term': 'Harp harmonic',
  'glossary.harp-harmonic.text':
    'The picking hand touches the string 12 frets above the fretted note and plucks it with another finger. A cascade alternates them with ordinary notes.',
  'glossary.swing.term': 'Swing',
  'glossary.swing.text': 'How long the first of two equal parts of a beat is: 50% is straight, 67% is triplet swing.',
} as const;
