import { useEffect } from 'react';
import { Link } from 'react-router';
import { useNotice } from '../store/app';

const SHOWN_MS = 7000;

/**
 * The notice line: at the foot of the findings, where it lies over nothing that hands are on; on a narrow screen under the
 * page, which gives it the room. Read out by screen readers, gone by itself unless it is bad news.
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
      data-testid="notice"
      className="no-print flex shrink-0 justify-center px-3 min-[1000px]:pointer-events-none min-[1000px]:fixed min-[1000px]:inset-x-0 min-[1000px]:bottom-3 min-[1000px]:z-40 min-[1000px]:justify-end min-[1000px]:px-2"
    >
      {notice ? (
        <div
          className={`pointer-events-auto my-1 flex max-w-2xl items-center gap-3 rounded border px-3 py-1.5 text-sm min-[1000px]:my-0 min-[1000px]:max-w-64 min-[1000px]:shadow-lg ${
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
