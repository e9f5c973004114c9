export const about = {
  'about.licences-not-loaded': 'The licences could not be loaded. Reload the page.',
  'about.licensed-under': 'Licensed under {licence}.',
  'about.title': 'About Fleet Wren',
  'about.lead': 'Plan every finger, string and beat, and see how fast it can be played.',
  'about.software': 'Open-source software in Fleet Wren',
} as const;
