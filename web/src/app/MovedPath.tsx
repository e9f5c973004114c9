import { Navigate, useLocation } from 'react-router';

/** Former addresses and their present ones: bookmarks keep working. */
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

/** Redirects to where a page is today, with its query and hash. */
export const MovedPath = ({ to }: { readonly to: string }) => {
  const { search, hash } = useLocation();
  return <Navigate to={{ pathname: to, search, hash }} replace />;
};
