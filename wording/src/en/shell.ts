export const shell = {
  'shell.more': 'More',
  'shell.save-your-recovery-codes': 'Save your recovery codes',
  'shell.i-saved-them': 'I saved them',
  'shell.something-went-wrong-on-this-screen': 'Something went wrong on this screen',
  'shell.your-work-is-safe-unsaved-changes':
    'Your work is safe. Unsaved changes are stored in this browser and will be saved when you reload the screen.',
  'shell.reload-screen': 'Reload screen',
  'shell.light-theme': 'Light theme',
  'shell.dark-theme': 'Dark theme',
  'shell.no-page': 'There is no page at this address',
  'shell.go-to-today': 'Go to Today',
  'shell.main-menu': 'Main menu',
  'shell.from-practice': '{name}, from practice',
  'shell.new-assignments-for-now-use-this': 'New assignments for {name} now use this hand profile.',
} as const;
