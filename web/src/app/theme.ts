/** Light, dark, or as the system has it. */
export type Theme = 'light' | 'dark';

const KEY = 'theme';

const chosen = (): Theme | undefined => {
  const kept = localStorage.getItem(KEY);
  return kept === 'light' || kept === 'dark' ? kept : undefined;
};

/** The theme in force: the one chosen, else the system's. */
export const getCurrentTheme = (): Theme =>
  chosen() ?? (matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light');

/** Puts the theme in force on the page. */
export const applyTheme = (): void => {
  document.documentElement.dataset.bsTheme = getCurrentTheme();
};

/** Turns light to dark and back, and keeps the choice. */
export const toggleTheme = (): Theme => {
  localStorage.setItem(KEY, getCurrentTheme() === 'dark' ? 'light' : 'dark');
  applyTheme();
  return getCurrentTheme();
};
