import { lazy, Suspense, useEffect, useState } from 'react';
import { Button } from '../parts/button';

const Palette = lazy(async () => ({ default: (await import('./palette')).Palette }));

/** The way to everything by its name: a button, and Ctrl K. */
export function Find() {
  const [open, setOpen] = useState(false);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.altKey || event.key.toLowerCase() !== 'k') return;
      event.preventDefault();
      setOpen(true);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
  return (
    <>
      <Button
        look="quiet"
        aria-label="Find"
        title="Find a box, jack, lead or finding (Ctrl K)"
        onClick={() => setOpen(true)}
      >
        <svg
          width="16"
          height="16"
          viewBox="0 0 16 16"
          aria-hidden="true"
          fill="none"
          stroke="currentColor"
          strokeWidth="1.6"
        >
          <circle cx="7" cy="7" r="4.2" />
          <path d="m10.2 10.2 3.6 3.6" />
        </svg>
      </Button>
      {open ? (
        <Suspense fallback={null}>
          <Palette onClose={() => setOpen(false)} />
        </Suspense>
      ) : null}
    </>
  );
}
