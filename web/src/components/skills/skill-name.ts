import { skillName, type SkillCode } from '@fleet-wren/core';
import { sayMessage } from '@fleet-wren/wording';

/** What a skill is called. */
export const nameOfSkill = (code: SkillCode): string => sayMessage(skillName(code));
