import { useEffect } from 'react';

/** Keeps the screen awake while a room is open and seen; where the browser cannot, it sleeps as it does. */
export const useScreenWakeLock = (): void => {
  useEffect(() => {
    let lock: WakeLockSentinel | undefined;
    let open = true;
    const hold = (): void => {
      if (document.visibilityState !== 'visible' || !('wakeLock' in navigator)) return;
      navigator.wakeLock.request('screen').then(
        (given) => {
          if (open) lock = given;
          else void given.release();
        },
        () => undefined,
      );
    };
    hold();
    document.addEventListener('visibilitychange', hold);
    return () => {
      open = false;
      document.removeEventListener('visibilitychange', hold);
      void lock?.release().catch(() => undefined);
    };
  }, []);
};
