import type { Student } from '@fleet-wren/contract';
import type { StudentProfile } from '@fleet-wren/core';
import { wordsOf } from '../api/api-error.ts';
import { useUpdateStudent } from '../api/students.ts';
import { useToast } from '../components/toast/ToastProvider.tsx';

/** Changes what is known of a student; what goes wrong is said. */
export const useAboutStudent = (student: Student): ((changes: Partial<StudentProfile>) => void) => {
  const update = useUpdateStudent();
  const notice = useToast();
  return (changes) =>
    update.mutate(
      { ...student, about: { ...student.about, ...changes } },
      { onError: (error) => notice({ text: wordsOf(error) }) },
    );
};
