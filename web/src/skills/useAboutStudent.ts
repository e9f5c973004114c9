import type { Student } from '@fleet-wren/contract';
import type { StudentProfile } from '@fleet-wren/core';
import { wordsOf } from '../api/api-error.ts';
import { useChangeAboutStudent } from '../api/students.ts';
import { useToast } from '../components/toast/ToastProvider.tsx';

/** Changes what is known of a student; what goes wrong is said. */
export const useAboutStudent = ({ id }: Student): ((changes: Partial<StudentProfile>) => void) => {
  const update = useChangeAboutStudent();
  const notice = useToast();
  return (changes) => update.mutate({ id, changes }, { onError: (error) => notice({ text: wordsOf(error) }) });
};
