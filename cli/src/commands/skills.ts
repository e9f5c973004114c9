import { listSkillUses, getSkill, success, skillName, skillMeaning, type SkillUse } from '@fleet-wren/core';
import { say, sayMessage } from '@fleet-wren/wording';
import type { Command, CommandInput } from '../command.ts';
import { skillForMachines } from '../machine-output.ts';

const useLine = ({ code, count, strain, seconds }: SkillUse): string =>
  say('cli.skill', {
    name: sayMessage(skillName(code)),
    count,
    strain: Math.round(100 * strain),
    seconds: seconds === null ? '' : say('cli.skill-seconds', { seconds }),
    meaning: sayMessage(skillMeaning(code)),
  });

const run = ({ pattern, hand, options }: CommandInput) => {
  const uses = listSkillUses(pattern, { hand });
  if (options.json) return success(JSON.stringify({ skills: uses.map(skillForMachines) }));
  const sorted = [...uses].sort((a, b) => getSkill(b.code).difficulty - getSkill(a.code).difficulty);
  const title = say('cli.pattern-title', { name: pattern.name, tempo: pattern.tempo });
  return success([title, ...sorted.map(useLine)].join('\n'));
};

/** What a pattern asks of a hand, the hardest first. */
export const skillsCommand: Command = { name: 'skills', summary: 'cli.skills.summary', run };
