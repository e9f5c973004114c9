import { create } from 'zustand';

const KEPT_AS = 'fleet-wren.character-keys';

const read = (): boolean => {
  try {
    return localStorage.getItem(KEPT_AS) !== 'in-editor';
  } catch {
    return true;
  }
};

/**
 * Whether letter and sign keys are shortcuts anywhere on a page, or only while the editor itself has the focus; for
 * this browser.
 */
export const useCharacterKeys = create<{ readonly anywhere: boolean }>(() => ({ anywhere: read() }));

export const setCharacterKeysAnywhere = (anywhere: boolean): void => {
  useCharacterKeys.setState({ anywhere });
  try {
    localStorage.setItem(KEPT_AS, anywhere ? 'anywhere' : 'in-editor');
  } catch {
    // A browser that keeps nothing has it until the page is left.
  }
};
