import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { lazy } from 'react';
import { BrowserRouter, Navigate, Route, Routes } from 'react-router';
import { useAccount } from '../api/account.ts';
import { ApiError, wordsOf } from '../api/client.ts';
import { PatternList } from '../patterns/PatternList.tsx';
import { Register } from '../sign-in/Register.tsx';
import { SignIn } from '../sign-in/SignIn.tsx';
import { Students } from '../students/Students.tsx';
import { NoticeProvider } from './Notice.tsx';
import { Screen } from './Screen.tsx';
import { Shell } from './Shell.tsx';

const Bench = lazy(() => import('../bench/Bench.tsx'));
const Make = lazy(() => import('../make/Make.tsx'));
const Shelf = lazy(() => import('../shelf/Shelf.tsx'));
const BringIn = lazy(() => import('../bring-in/BringIn.tsx'));
const SongList = lazy(() => import('../songs/SongList.tsx'));
const SongRoom = lazy(() => import('../songs/SongRoom.tsx'));
const SetUp = lazy(() => import('../set-up/SetUp.tsx'));

const client = new QueryClient({
  defaultOptions: {
    queries: { retry: (count, error) => count < 2 && error instanceof ApiError && error.code === 'unavailable' },
  },
});

const Doors = () => (
  <Routes>
    <Route path="/register" element={<Register />} />
    <Route path="*" element={<SignIn />} />
  </Routes>
);

const Rooms = () => (
  <Routes>
    <Route element={<Shell />}>
      <Route
        path="/patterns"
        element={
          <Screen>
            <PatternList />
          </Screen>
        }
      />
      <Route
        path="/patterns/make"
        element={
          <Screen>
            <Make />
          </Screen>
        }
      />
      <Route
        path="/patterns/shelf"
        element={
          <Screen>
            <Shelf />
          </Screen>
        }
      />
      <Route
        path="/patterns/bring-in"
        element={
          <Screen>
            <BringIn />
          </Screen>
        }
      />
      <Route
        path="/patterns/:id/*"
        element={
          <Screen>
            <Bench />
          </Screen>
        }
      />
      <Route
        path="/songs"
        element={
          <Screen>
            <SongList />
          </Screen>
        }
      />
      <Route
        path="/songs/:id"
        element={
          <Screen>
            <SongRoom />
          </Screen>
        }
      />
      <Route
        path="/students"
        element={
          <Screen>
            <Students />
          </Screen>
        }
      />
      <Route
        path="/set-up/*"
        element={
          <Screen>
            <SetUp />
          </Screen>
        }
      />
      <Route path="*" element={<Navigate to="/patterns" replace />} />
    </Route>
  </Routes>
);

const House = () => {
  const account = useAccount();
  if (account.isPending) return null;
  if (account.isError) return <p className="page">{wordsOf(account.error)}</p>;
  return account.data ? <Rooms /> : <Doors />;
};

/** The whole application. */
export const App = () => (
  <QueryClientProvider client={client}>
    <NoticeProvider>
      <BrowserRouter>
        <House />
      </BrowserRouter>
    </NoticeProvider>
  </QueryClientProvider>
);
