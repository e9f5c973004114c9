import { sayParts } from '@fleet-wren/wording';
import { describeMoment, type HandMoment } from '@fleet-wren/core';

/** What happens at a moment: who plays which string, and who is on its string already. */
export const formatMoment = (moment: HandMoment): string => sayParts(describeMoment(moment));
