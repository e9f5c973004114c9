import { useStudents } from '../api/students.ts';

/** The studio's students, by name. */
export const Students = () => {
  const { data } = useStudents();
  return (
    <div className="page">
      <header className="page-head">
        <h1>Students</h1>
      </header>
      {data?.length === 0 && <p className="text-soft">Nobody is on the roster yet.</p>}
      <ul className="plain-list">
        {data?.map(({ id, name }) => (
          <li key={id}>{name}</li>
        ))}
      </ul>
    </div>
  );
};
