import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { Suspense, lazy } from 'react';
import { BrowserRouter, Route, Routes } from 'react-router';
import { useAccount } from '../api/account.ts';
import { wordsOf } from '../api/api-error.ts';
import { AcceptInvitationScreen } from '../auth/AcceptInvitationScreen.tsx';
import { RecoverPasswordScreen } from '../auth/RecoverPasswordScreen.tsx';
import { RegisterScreen } from '../auth/RegisterScreen.tsx';
import { SignInScreen } from '../auth/SignInScreen.tsx';
import { ToastProvider } from '../components/toast/ToastProvider.tsx';
import { ScreenBoundary } from './ScreenBoundary.tsx';
import { SignedInRoutes } from './SignedInRoutes.tsx';

const PracticeRoom = lazy(() => import('../practice-room/PracticeRoom.tsx'));
const About = lazy(() => import('../about/About.tsx'));

// No teacher meets it: it is left out of what is served.
const GalleryScreen = import.meta.env.VITE_GALLERY ? lazy(() => import('../gallery/GalleryScreen.tsx')) : null;

const client = new QueryClient({
  defaultOptions: {
    // The client tries again by itself what may be tried again.
    queries: { retry: false },
  },
});

const SignedOutRoutes = () => (
  <Routes>
    <Route path="/register" element={<RegisterScreen />} />
    <Route path="/recover" element={<RecoverPasswordScreen />} />
    <Route path="*" element={<SignInScreen />} />
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
    {GalleryScreen && (
      <Route
        path="/gallery"
        element={
          <ScreenBoundary>
            <GalleryScreen />
          </ScreenBoundary>
        }
      />
    )}
    <Route path="*" element={<House />} />
  </Routes>
);

/** The whole application. */
export const App = () => (
  <QueryClientProvider client={client}>
    <ToastProvider>
      <BrowserRouter>
        <Suspense fallback={null}>
          <Ways />
        </Suspense>
      </BrowserRouter>
    </ToastProvider>
  </QueryClientProvider>
);
