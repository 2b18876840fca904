import { useEffect } from 'react';
import { Link } from 'react-router';
import { useNotice } from '../store/app';

const SHOWN_MS = 7000;

/**
 * The notice line, at the foot of the findings, where it lies over nothing that hands are on; read out by screen readers, gone by
 * itself unless it is bad news.
 */
export function NoticeLine() {
  const { notice, clear } = useNotice();
  useEffect(() => {
    if (notice?.tone !== 'plain') return;
    const timer = setTimeout(clear, SHOWN_MS);
    return () => clearTimeout(timer);
  }, [notice, clear]);
  return (
    <div
      aria-live="polite"
      className="no-print pointer-events-none fixed inset-x-0 bottom-3 z-40 flex justify-center px-3 min-[1000px]:justify-end min-[1000px]:px-2"
    >
      {notice ? (
        <div
          className={`pointer-events-auto flex max-w-2xl items-center gap-3 min-[1000px]:max-w-64 rounded border px-3 py-1.5 text-sm shadow-lg ${
            notice.tone === 'bad' ? 'border-danger bg-danger-tint text-danger' : 'border-line bg-raised'
          }`}
        >
          <span>{notice.text}</span>
          {notice.link ? (
            <Link
              to={notice.link.to}
              className="rounded font-semibold underline underline-offset-2"
              onClick={clear}
            >
              {notice.link.words}
            </Link>
          ) : null}
          <button type="button" className="min-h-6 min-w-6" aria-label="Close this message" onClick={clear}>
            ×
          </button>
        </div>
      ) : null}
    </div>
  );
}
