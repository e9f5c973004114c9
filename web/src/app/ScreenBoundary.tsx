import { say } from '@fleet-wren/wording';
import type { ReactNode } from 'react';
import { Button } from 'react-bootstrap';
import { ErrorBoundary, type FallbackProps } from 'react-error-boundary';
import { Link, useLocation } from 'react-router';
import { wordsOf } from '../api/api-error.ts';

/** What stands where a screen failed: what happened, that nothing is lost, and two ways on. */
const Failed = ({ error, resetErrorBoundary }: FallbackProps) => (
  <div className="page" role="alert">
    <h1>{say('shell.something-went-wrong-on-this-screen')}</h1>
    <p>{say('shell.your-work-is-safe-unsaved-changes')}</p>
    <p className="text-soft">{wordsOf(error)}</p>
    <p className="d-flex gap-2">
      <Button onClick={resetErrorBoundary}>{say('shell.reload-screen')}</Button>
      <Link className="btn btn-quiet" to="/patterns" onClick={resetErrorBoundary}>
        {say('common.all-patterns')}
      </Link>
    </p>
  </div>
);

/** A screen that fails by itself: the frame around it stays. */
export const ScreenBoundary = ({ children }: { readonly children: ReactNode }) => {
  const { pathname } = useLocation();
  return (
    <ErrorBoundary FallbackComponent={Failed} resetKeys={[pathname]}>
      {children}
    </ErrorBoundary>
  );
};
