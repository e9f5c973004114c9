export {
  SKILLS,
  SKILL_CODES,
  SKILL_KINDS,
  getSkill,
  skillMeaning,
  skillName,
  withPrerequisites,
  type Skill,
  type SkillCode,
  type SkillKind,
} from './skill.ts';
export type { SkillUse } from './skill-use.ts';
export { listSkillUses } from './list-skill-uses.ts';
export { createSkillFigure } from './skill-figures.ts';
export { createFigureDemand, type FigureDemand } from './mastery/figure-demand.ts';
export {
  createSkillBeliefs,
  followPractice,
  foreseeFigure,
  listSkillBeliefs,
  restUntil,
  type FigureOutlook,
  type SkillAttempts,
  type SkillBelief,
  type SkillBeliefs,
} from './mastery/mastery-model.ts';
export { listMissingSkills, listSkillStates, type SkillState } from './course/skill-states.ts';
export {
  PASS,
  suggestFigures,
  type CourseFigure,
  type CourseTarget,
  type FigureSuggestion,
  type SuggestionOptions,
} from './course/suggest-figures.ts';
export {
  REACHED_CHANCE,
  planCourse,
  type Course,
  type CourseItem,
  type CourseOptions,
  type CourseWeek,
} from './course/plan-course.ts';
export { EloRatings } from './simulation/elo-model.ts';
export {
  LEARNING_LAWS,
  drawLearner,
  playPass,
  sleep,
  type LearningLaw,
  type SkillLearner,
} from './simulation/skill-learner.ts';
export {
  SHARED_FIGURES,
  findSharedFigure,
  studyGroup,
  studySkills,
  type SkillStudy,
  type SkillStudyRequest,
  type StudyFigure,
  type TargetStudy,
  listSkillGains,
  type SkillGain,
  type SkillHistoryRequest,
} from './study-skills.ts';
export { listSkillAttempts, type PractisedPattern } from './mastery/practice-evidence.ts';
export { studyCoverage, type Coverage, type SkillCoverage } from './coverage.ts';
