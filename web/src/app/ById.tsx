import { say } from '@fleet-wren/wording';
import type { ReactNode } from 'react';
import { Link, useParams } from 'react-router';

const ID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i;

/** Shows a screen that is about one thing of the studio; an address that can be no such thing is said to be none. */
export const ById = ({ children }: { readonly children: ReactNode }) => {
  const { id = '' } = useParams();
  if (ID.test(id)) return children;
  return (
    <div className="page">
      <h1>{say('shell.no-page')}</h1>
      <p>
        <Link to="/today">{say('shell.go-to-today')}</Link>
      </p>
    </div>
  );
};
