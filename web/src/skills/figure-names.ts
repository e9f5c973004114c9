import {
  PATTERN_LIBRARY,
  SHARED_FIGURES,
  findSharedFigure,
  withName,
  type Pattern,
  type SkillCode,
} from '@fleet-wren/core';
import { sayMessage } from '@fleet-wren/wording';
import type { PatternWithId } from '../api/patterns.ts';
import { nameOfSkill } from '../components/skills/skill-name.ts';

const nameShared = (id: string): string => {
  const shelf = PATTERN_LIBRARY.find(({ key }) => id === SHARED_FIGURES.library + key);
  return shelf ? sayMessage(shelf.name) : nameOfSkill(id.slice(SHARED_FIGURES.skill.length) as SkillCode);
};

/** A figure that is suggested, under the name a teacher knows it by; undefined where it is gone. */
export const findFigure = (id: string, own: readonly PatternWithId[]): Pattern | undefined => {
  const shared = findSharedFigure(id);
  return shared ? withName(shared, nameShared(id)) : own.find((one) => one.id === id)?.pattern;
};
