import { say } from '@fleet-wren/wording';
import type { SaveStatus } from './workspace-store.ts';

/** Whether what is worked on is kept, as it is said beside its name. */
export const SAVE_STATUS_TEXT: Readonly<Record<SaveStatus, string>> = {
  saved: say('common.saved'),
  saving: say('saving.saving-more'),
  'not saved': say('saving.not-saved-yet-stored-in-this'),
  refused: say('saving.couldnt-save-stored-in-this-browser'),
  conflict: say('saving.changed-in-another-window'),
  'signed out': say('saving.signed-out-stored-in-this-browser'),
  deleted: say('saving.deleted-elsewhere-stored-in-this-browser'),
};
