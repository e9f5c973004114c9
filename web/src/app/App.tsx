import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { lazy, type ComponentType } from 'react';
import { BrowserRouter, Navigate, Route, Routes } from 'react-router';
import { useAccount } from '../api/account.ts';
import { ApiError, wordsOf } from '../api/http-client.ts';
import { PatternList } from '../patterns/PatternList.tsx';
import { Join } from '../sign-in/Join.tsx';
import { Recover } from '../sign-in/Recover.tsx';
import { Register } from '../sign-in/Register.tsx';
import { SignIn } from '../sign-in/SignIn.tsx';
import { Students } from '../students/Students.tsx';
import { ById } from './ById.tsx';
import { NoticeProvider } from './Notice.tsx';
import { Screen } from './Screen.tsx';
import { Shell } from './Shell.tsx';

const Bench = lazy(() => import('../bench/Bench.tsx'));
const Make = lazy(() => import('../make/Make.tsx'));
const Shelf = lazy(() => import('../shelf/Shelf.tsx'));
const BringIn = lazy(() => import('../bring-in/BringIn.tsx'));
const Harmonics = lazy(() => import('../harmonics/Harmonics.tsx'));
const SongList = lazy(() => import('../songs/SongList.tsx'));
const SongRoom = lazy(() => import('../songs/SongRoom.tsx'));
const SetSheet = lazy(() => import('../sheet/SetSheet.tsx'));
const ShapesSheet = lazy(() => import('../sheet/ShapesSheet.tsx'));
const SongSheet = lazy(() => import('../sheet/SongSheet.tsx'));
const PracticeRoom = lazy(() => import('../practice/PracticeRoom.tsx'));
const Desk = lazy(() => import('../students/Desk.tsx'));
const StudentSheet = lazy(() => import('../sheet/StudentSheet.tsx'));
const StudentPage = lazy(() => import('../students/StudentPage.tsx'));
const TakePage = lazy(() => import('../takes/TakePage.tsx'));
const About = lazy(() => import('../about/About.tsx'));
const Help = lazy(() => import('../help/Help.tsx'));
const SetUp = lazy(() => import('../set-up/SetUp.tsx'));

const client = new QueryClient({
  defaultOptions: {
    queries: { retry: (count, error) => count < 2 && error instanceof ApiError && error.code === 'unavailable' },
  },
});

const Doors = () => (
  <Routes>
    <Route path="/register" element={<Register />} />
    <Route path="/recover" element={<Recover />} />
    <Route path="*" element={<SignIn />} />
  </Routes>
);

/** Every room and where it is. */
const ROOMS: readonly (readonly [path: string, room: ComponentType])[] = [
  ['/patterns', PatternList],
  ['/patterns/make', Make],
  ['/patterns/shelf', Shelf],
  ['/patterns/bring-in', BringIn],
  ['/patterns/sheet', SetSheet],
  ['/patterns/:id/*', Bench],
  ['/songs', SongList],
  ['/songs/:id', SongRoom],
  ['/songs/:id/sheet', SongSheet],
  ['/shapes', ShapesSheet],
  ['/harmonics', Harmonics],
  ['/desk', Desk],
  ['/students', Students],
  ['/students/:id', StudentPage],
  ['/students/:id/sheet', StudentSheet],
  ['/takes/:id', TakePage],
  ['/set-up/*', SetUp],
  ['/help', Help],
];

const Rooms = () => (
  <Routes>
    <Route element={<Shell />}>
      {ROOMS.map(([path, Room]) => (
        <Route
          key={path}
          path={path}
          element={
            <Screen key={path}>
              {path.includes(':id') ? (
                <ById>
                  <Room />
                </ById>
              ) : (
                <Room />
              )}
            </Screen>
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
  return account.data ? <Rooms /> : <Doors />;
};

/** Everybody's way in: holders of a link go to their room, teachers through the door. */
const Ways = () => (
  <Routes>
    <Route
      path="/practice"
      element={
        <Screen>
          <PracticeRoom />
        </Screen>
      }
    />
    <Route path="/join" element={<Join />} />
    <Route
      path="/about"
      element={
        <Screen>
          <About />
        </Screen>
      }
    />
    <Route path="*" element={<House />} />
  </Routes>
);

/** The whole application. */
export const App = () => (
  <QueryClientProvider client={client}>
    <NoticeProvider>
      <BrowserRouter>
        <Ways />
      </BrowserRouter>
    </NoticeProvider>
  </QueryClientProvider>
);
