import {
  PATTERN_LIBRARY,
  SHARED_FIGURES,
  createProblem,
  failure,
  message,
  skillName,
  studySkills,
  success,
  type CourseItem,
  type FigureSuggestion,
  type Result,
  type SkillCode,
  type SkillStudy,
  type StudyFigure,
} from '@fleet-wren/core';
import { say, sayMessage } from '@fleet-wren/wording';
import type { CommandOptions } from '../command.ts';
import { createUsageError } from '../read-input.ts';
import { findArchivedStudent, listArchivedPatterns, readStudioArchive } from './studio-archive.ts';

interface Studied {
  readonly study: SkillStudy;
  readonly nameOf: (id: string) => string;
}

const nameFigure = (figures: readonly StudyFigure[], id: string): string => {
  const shelf = PATTERN_LIBRARY.find(({ key }) => id === SHARED_FIGURES.library + key);
  if (shelf) return sayMessage(shelf.name);
  if (id.startsWith(SHARED_FIGURES.skill))
    return sayMessage(skillName(id.slice(SHARED_FIGURES.skill.length) as SkillCode));
  return figures.find((figure) => figure.id === id)?.pattern.name ?? id;
};

/** The pattern that is the goal, by its name; null where none is asked for. */
const findTarget = (figures: readonly StudyFigure[], name: string | undefined): Result<StudyFigure | null> => {
  if (name === undefined) return success(null);
  const found = figures.find(({ pattern }) => pattern.name.toLowerCase() === name.toLowerCase());
  if (found) return success(found);
  const known = figures.map(({ pattern }) => pattern.name).join(', ');
  return failure(createProblem('usage', { problem: message('cli.goal-unknown', { value: name, known }) }));
};

const USUAL = { weeks: 12, minutes: 90 } as const;

const studyArchive = (file: string | undefined, options: CommandOptions): Result<Studied> => {
  const { student: name, goal, weeks, minutes } = options;
  if (file === undefined || name === undefined) return createUsageError(message('cli.course-usage'));
  const archive = readStudioArchive(file);
  if (!archive.ok) return archive;
  const student = findArchivedStudent(archive.value, name);
  if (!student.ok) return student;
  const figures = listArchivedPatterns(archive.value);
  const target = findTarget(figures, goal);
  if (!target.ok) return target;
  const { about, practised, attempts } = student.value;
  const study = studySkills({
    practised,
    attempts,
    known: about.knownSkills ?? [],
    declined: about.declinedFigures ?? [],
    declinedSkills: about.declinedSkills ?? [],
    aim: about.suggestionAim,
    today: archive.value.day,
    target: target.value,
    figures,
    weeks: Number(weeks ?? USUAL.weeks) || USUAL.weeks,
    minutes: Number(minutes ?? about.weeklyMinutes ?? USUAL.minutes) || USUAL.minutes,
    held: [],
  });
  return success({ study, nameOf: (id) => nameFigure(figures, id) });
};

const percent = (chance: number): number => Math.round(100 * chance);

const suggestionLine = ({ nameOf }: Studied, one: FigureSuggestion): string =>
  say('cli.next', {
    name: nameOf(one.id),
    tempo: one.tempo,
    chance: percent(one.chance),
    minutes: one.minutes,
    fresh: one.newSkills.map((code) => sayMessage(skillName(code))).join(', '),
    isNew: String(one.newSkills.length > 0),
  });

/** What a student gains most by now, from a studio's archive. */
export const runNext = (file: string | undefined, options: CommandOptions): Result<string> => {
  const studied = studyArchive(file, options);
  if (!studied.ok) return studied;
  const { suggestions } = studied.value.study;
  if (options.json)
    return success(JSON.stringify(suggestions.map((one) => ({ ...one, name: studied.value.nameOf(one.id) }))));
  return success(suggestions.map((one) => suggestionLine(studied.value, one)).join('\n'));
};

const itemText = ({ nameOf }: Studied, { id, tempo, minutes }: CourseItem): string =>
  say('cli.course-item', { name: nameOf(id), tempo, minutes });

/** The way of a student to a goal, week by week, from a studio's archive. */
export const runCourse = (file: string | undefined, options: CommandOptions): Result<string> => {
  if (options.goal === undefined) return createUsageError(message('cli.course-usage'));
  const studied = studyArchive(file, options);
  if (!studied.ok) return studied;
  const { target } = studied.value.study;
  const weeks = target?.course.weeks ?? [];
  if (options.json)
    return success(JSON.stringify({ chance: target?.chance, missing: target?.missing, ...target?.course }));
  return success(
    weeks
      .map(({ week, items, chance }) =>
        say('cli.course-week', {
          week: week + 1,
          items: items.map((item) => itemText(studied.value, item)).join('; '),
          chance: percent(chance),
        }),
      )
      .join('\n'),
  );
};
