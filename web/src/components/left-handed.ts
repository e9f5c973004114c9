import { createContext, useContext } from 'react';

/** Whether necks and hands are drawn for a left-handed player: as the studio, the room or the sheet has it. */
export const LeftHandedContext = createContext(false);

/** Whether what is drawn here is for a left-handed player. */
export const useLeftHanded = (): boolean => useContext(LeftHandedContext);
