import { useQuery } from '@tanstack/react-query';
import { ask } from './client.ts';

/** A student of the studio. */
export interface Student {
  readonly id: string;
  readonly name: string;
}

/** The studio's students by name. */
export const useStudents = () =>
  useQuery({ queryKey: ['students'], queryFn: () => ask<readonly Student[]>('GET', '/students') });
