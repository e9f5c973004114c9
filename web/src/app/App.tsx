import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { lazy, type ComponentType } from 'react';
import { BrowserRouter, Navigate, Route, Routes } from 'react-router';
import { useAccount } from '../api/account.ts';
import { ApiError, wordsOf } from '../api/http-client.ts';
import { PatternList } from '../patterns/PatternList.tsx';
import { AcceptInvitationScreen } from '../auth/AcceptInvitationScreen.tsx';
import { RecoverPasswordScreen } from '../auth/RecoverPasswordScreen.tsx';
import { RegisterScreen } from '../auth/RegisterScreen.tsx';
import { SignInScreen } from '../auth/SignInScreen.tsx';
import { StudentListScreen } from '../students/StudentListScreen.tsx';
import { ById } from './ById.tsx';
import { ToastProvider } from '../components/toast/ToastProvider.tsx';
import { ScreenBoundary } from './ScreenBoundary.tsx';
import { AppShell } from './AppShell.tsx';

const PatternScreen = lazy(() => import('../pattern-editor/PatternScreen.tsx'));
const GenerateScreen = lazy(() => import('../generate/GenerateScreen.tsx'));
const PatternLibraryScreen = lazy(() => import('../pattern-library/PatternLibraryScreen.tsx'));
const ImportScreen = lazy(() => import('../import/ImportScreen.tsx'));
const HarmonicsScreen = lazy(() => import('../harmonics/HarmonicsScreen.tsx'));
const SongList = lazy(() => import('../songs/SongList.tsx'));
const SongScreen = lazy(() => import('../songs/SongScreen.tsx'));
const DrillSetSheet = lazy(() => import('../sheets/DrillSetSheet.tsx'));
const ChordDiagramsSheet = lazy(() => import('../sheets/ChordDiagramsSheet.tsx'));
const SongSheet = lazy(() => import('../sheets/SongSheet.tsx'));
const PracticeRoom = lazy(() => import('../practice-room/PracticeRoom.tsx'));
const TodayScreen = lazy(() => import('../today/TodayScreen.tsx'));
const StudentSheet = lazy(() => import('../sheets/StudentSheet.tsx'));
const StudentPage = lazy(() => import('../students/StudentPage.tsx'));
const TakeScreen = lazy(() => import('../takes/TakeScreen.tsx'));
const About = lazy(() => import('../about/About.tsx'));
const Help = lazy(() => import('../help/Help.tsx'));
const SettingsScreen = lazy(() => import('../settings/SettingsScreen.tsx'));

const client = new QueryClient({
  defaultOptions: {
    queries: { retry: (count, error) => count < 2 && error instanceof ApiError && error.code === 'unavailable' },
  },
});

const SignedOutRoutes = () => (
  <Routes>
    <Route path="/register" element={<RegisterScreen />} />
    <Route path="/recover" element={<RecoverPasswordScreen />} />
    <Route path="*" element={<SignInScreen />} />
  </Routes>
);

/** Every room and where it is. */
const SCREENS: readonly (readonly [path: string, room: ComponentType])[] = [
  ['/patterns', PatternList],
  ['/patterns/make', GenerateScreen],
  ['/patterns/shelf', PatternLibraryScreen],
  ['/patterns/bring-in', ImportScreen],
  ['/patterns/sheet', DrillSetSheet],
  ['/patterns/:id/*', PatternScreen],
  ['/songs', SongList],
  ['/songs/:id', SongScreen],
  ['/songs/:id/sheet', SongSheet],
  ['/shapes', ChordDiagramsSheet],
  ['/harmonics', HarmonicsScreen],
  ['/desk', TodayScreen],
  ['/students', StudentListScreen],
  ['/students/:id', StudentPage],
  ['/students/:id/sheet', StudentSheet],
  ['/takes/:id', TakeScreen],
  ['/set-up/*', SettingsScreen],
  ['/help', Help],
];

const SignedInRoutes = () => (
  <Routes>
    <Route element={<AppShell />}>
      {SCREENS.map(([path, Room]) => (
        <Route
          key={path}
          path={path}
          element={
            <ScreenBoundary key={path}>
              {path.includes(':id') ? (
                <ById>
                  <Room />
                </ById>
              ) : (
                <Room />
              )}
            </ScreenBoundary>
          }
        />
      ))}
      <Route path="*" element={<Navigate to="/desk" replace />} />
    </Route>
  </Routes>
);

const House = () => {
  const account = useAccount();
  if (account.isPending) return null;
  if (account.isError) return <p className="page">{wordsOf(account.error)}</p>;
  return account.data ? <SignedInRoutes /> : <SignedOutRoutes />;
};

/** Everybody's way in: holders of a link go to their room, teachers through the door. */
const Ways = () => (
  <Routes>
    <Route
      path="/practice"
      element={
        <ScreenBoundary>
          <PracticeRoom />
        </ScreenBoundary>
      }
    />
    <Route path="/join" element={<AcceptInvitationScreen />} />
    <Route
      path="/about"
      element={
        <ScreenBoundary>
          <About />
        </ScreenBoundary>
      }
    />
    <Route path="*" element={<House />} />
  </Routes>
);

/** The whole application. */
export const App = () => (
  <QueryClientProvider client={client}>
    <ToastProvider>
      <BrowserRouter>
        <Ways />
      </BrowserRouter>
    </ToastProvider>
  </QueryClientProvider>
);
