import { DRILL_ORDERS, VARIATION_AXES, type DrillOrder, type Pattern } from '@fleet-wren/core';
import { useSearchParams } from 'react-router';
import { useStudents } from '../api/students.ts';

const usualAxes = (pattern: Pattern): readonly string[] =>
  pattern.strokes.some(({ string }) => string > 3) ? ['displacement', 'lead'] : ['strings', 'direction'];

/** One thing that stands in the address, so that it can be gone back to; null takes it out. */
const useAddressEntry = (name: string) => {
  const [query, setQuery] = useSearchParams();
  const put = (value: string | null): void =>
    setQuery(
      (now) => {
        if (value === null) now.delete(name);
        else now.set(name, value);
        return now;
      },
      { replace: true },
    );
  return [query.get(name), put] as const;
};

/** The axes of a grid. */
export const useAxes = (pattern: Pattern) => {
  const [entry, put] = useAddressEntry('axes');
  const axes = (entry?.split(',') ?? usualAxes(pattern)).filter((key) =>
    VARIATION_AXES.some((axis) => axis.key === key),
  );
  const choose =
    (place: number) =>
    (key: string): void =>
      put([...axes.slice(0, place), ...(key ? [key] : []), ...axes.slice(place + 1)].join(','));
  return { axes, choose };
};

/** The order of work. */
export const useOrder = () => {
  const [entry, put] = useAddressEntry('order');
  const order = DRILL_ORDERS.find((one) => one === entry) ?? 'difficulty';
  const choose = (next: DrillOrder): void => put(next === 'difficulty' ? null : next);
  return { order, choose };
};

/** Whom the grid is looked at for. */
export const useStudentChoice = () => {
  const [entry, put] = useAddressEntry('student');
  const { data: students = [] } = useStudents();
  const here = students.filter(({ archivedAt }) => archivedAt === null);
  const student = here.find(({ id }) => id === entry);
  const choose = (id: string): void => put(id || null);
  return { student, students: here, choose };
};
