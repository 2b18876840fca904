import { useEffect, useState } from 'react';

/** Keeps the screen on while `wanted`; says whether it does. Taken anew when the page comes back into sight. */
export function useWakeLock(wanted: boolean): boolean {
  const [held, setHeld] = useState(false);
  useEffect(() => {
    const wakeLock = (navigator as { wakeLock?: WakeLock }).wakeLock;
    if (!wanted || !wakeLock) return;
    let lock: WakeLockSentinel | null = null;
    let left = false;
    const take = () => {
      if (document.visibilityState !== 'visible') return;
      wakeLock.request('screen').then(
        (sentinel) => {
          if (left) {
            void sentinel.release();
            return;
          }
          lock = sentinel;
          setHeld(true);
          sentinel.addEventListener('release', () => setHeld(false));
        },
        // A battery saver may refuse; the walk goes on without.
        () => setHeld(false),
      );
    };
    take();
    document.addEventListener('visibilitychange', take);
    return () => {
      left = true;
      document.removeEventListener('visibilitychange', take);
      void lock?.release();
    };
  }, [wanted]);
  return held && wanted;
}
