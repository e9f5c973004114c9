import type { Student } from '@fleet-wren/contract';
import type { ReactNode } from 'react';
import { useParams } from 'react-router';
import { wordsOf } from '../../api/api-error.ts';
import { useStudent } from '../../api/students.ts';

/** A page about the student the address names, once they are known. */
export const OfStudent = ({ children }: { readonly children: (student: Student) => ReactNode }) => {
  const { id = '' } = useParams();
  const student = useStudent(id);
  if (student.isError)
    return (
      <div className="page">
        <p role="alert">{wordsOf(student.error)}</p>
      </div>
    );
  return student.data ? children(student.data) : null;
};
