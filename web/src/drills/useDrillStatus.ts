import type { AssignmentListItem, Student } from '@fleet-wren/contract';
import type { StudentProfile } from '@fleet-wren/core';
import { useState } from 'react';
import { useAssignments } from '../api/practice.ts';
import { useUpdateStudent } from '../api/students.ts';

const keyOf = (id: string): string => `known-drills:${id}`;

const keptHere = (id: string): readonly string[] => {
  try {
    const found: unknown = JSON.parse(localStorage.getItem(keyOf(id)) ?? '[]');
    return Array.isArray(found) ? found.filter((key) => typeof key === 'string') : [];
  } catch {
    return [];
  }
};

/** Drills were once known by their values alone; their axes are those of the grid they are looked for in. */
const withAxes = (key: string, axes: readonly string[]): string => {
  if (key.includes('=')) return key;
  const values = key.split(' · ');
  return values.length === axes.length ? values.map((value, index) => `${axes[index]}=${value}`).join(' · ') : key;
};

interface Known {
  readonly known: readonly string[];
  readonly toggle: (key: string) => void;
}

const toggled = (all: readonly string[], key: string): readonly string[] =>
  all.includes(key) ? all.filter((one) => one !== key) : [...all, key];

const withKnown = ({ known, ...about }: StudentProfile, id: string, drills: readonly string[]): StudentProfile => ({
  ...about,
  known: { ...known, [id]: drills },
});

/** Which drills of a pattern are known already: with the student they are for, or in this browser for nobody. */
export const useDrillStatus = (id: string, axes: readonly string[], student: Student | undefined): Known => {
  const [here, setHere] = useState(() => keptHere(id));
  const change = useUpdateStudent();
  if (student) {
    const known = student.about.known?.[id] ?? [];
    const toggle = (key: string): void =>
      change.mutate({ ...student, about: withKnown(student.about, id, toggled(known, key)) });
    return { known, toggle };
  }
  const known = here.map((key) => withAxes(key, axes));
  const toggle = (key: string): void => {
    const next = toggled(known, key);
    localStorage.setItem(keyOf(id), JSON.stringify(next));
    setHere(next);
  };
  return { known, toggle };
};

/** How a student stands with drills that were set, by the drills' names. */
export const useAssignedDrills = (studentId: string | null): ReadonlyMap<string, AssignmentListItem['standing']> => {
  const { data = [] } = useAssignments(studentId ?? '', studentId !== null);
  return new Map(data.map(({ name, standing }) => [name, standing]));
};
