import { Navigate, useLocation } from 'react-router';

/** Addresses of before, and what they are today: bookmarks keep working. */
export const MOVED_PATHS: Readonly<Record<string, string>> = {
  '/desk': '/today',
  '/patterns/make': '/patterns/generate',
  '/patterns/shelf': '/patterns/library',
  '/patterns/bring-in': '/patterns/import',
  '/shapes': '/chord-diagrams',
  '/set-up': '/settings',
  '/set-up/hands': '/settings/hands',
  '/set-up/schools': '/settings/schools',
  '/set-up/estimates': '/settings/estimates',
  '/set-up/drawing': '/settings/display',
  '/set-up/archive': '/settings/backup',
  '/set-up/account': '/settings/account',
};

/** Goes on to today's address of a page, with what stands behind it. */
export const MovedPath = () => {
  const { pathname, search, hash } = useLocation();
  const path = pathname.replace(/\/$/, '');
  return <Navigate to={`${MOVED_PATHS[path] ?? '/today'}${search}${hash}`} replace />;
};
