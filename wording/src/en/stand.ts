/** Music on a stand, full-screen. */
export const stand = {
  'stand.open': 'Stand',
  'stand.open-title': 'Full screen in large type, for a tablet on a music stand',
  'stand.bar-of': 'Bar {bar} of {bars}',
  'stand.section-bar-of': '{section}, bar {bar} of {bars}',
  'stand.now': 'This bar',
  'stand.next': 'Next',
  'stand.next-bar': 'Next bar',
  'stand.previous': 'Previous bar',
  'stand.leave': 'Close',
  'stand.listen': 'Turn pages by listening',
  'stand.listening': 'Listening',
  'stand.turn-by-hand': 'turn the pages with a key or a pedal',
  'stand.full-screen': 'Full screen',
} as const;
