import type { Student } from '@fleet-wren/contract';
import { GROUP_LIMITS } from '@fleet-wren/core';

/** The classes and ensembles of a studio, by name. */
export const listGroups = (students: readonly Student[]): readonly string[] =>
  [...new Set(students.flatMap(({ about }) => about.groups ?? []))].sort((a, b) => a.localeCompare(b));

/** The students of a group; all of them where none is chosen. */
export const inGroup = (students: readonly Student[], group: string | null): readonly Student[] =>
  group === null ? students : students.filter(({ about }) => about.groups?.includes(group));

/** Groups as they are typed: names between commas, each once, as the studio writes those it has. */
export const parseGroups = (text: string, known: readonly string[]): readonly string[] => {
  const asKnown = (name: string): string => known.find((one) => one.toLowerCase() === name.toLowerCase()) ?? name;
  const names = text
    .split(/[,;]/)
    .map((name) => name.trim().replaceAll(/\s+/g, ' ').slice(0, GROUP_LIMITS.name))
    .filter((name) => name !== '')
    .map(asKnown);
  const once = names.filter(
    (name, index) => names.findIndex((one) => one.toLowerCase() === name.toLowerCase()) === index,
  );
  return once.slice(0, GROUP_LIMITS.groups);
};
