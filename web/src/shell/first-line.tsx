import { Link, useSearchParams } from 'react-router';
import { Button } from '../parts/button';

/** One line over the demo on the first start. */
export function FirstLine() {
  const [params, setParams] = useSearchParams();
  if (params.get('first') === null) return null;
  const close = () =>
    setParams(
      (old) => {
        const next = new URLSearchParams(old);
        next.delete('first');
        return next;
      },
      { replace: true },
    );
  const link = 'rounded font-semibold underline underline-offset-2';
  return (
    <div className="flex items-center gap-x-3 border-t border-hair bg-select-tint px-3 text-sm max-[999px]:py-1">
      <p className="flex min-w-0 flex-1 flex-wrap items-baseline gap-x-3">
        <span>
          Demo rig: yours to spoil.{' '}
          <Link className={link} to="/shelf?act=new">
            New rig
          </Link>{' '}
          ·{' '}
          <Link className={link} to="/shelf?act=import">
            Import
          </Link>
        </span>
        <span className="text-xs text-muted">
          No rigs of your own under this address yet. Rigs made under another address or port are still there.
        </span>
      </p>
      <Button look="quiet" className="min-h-6" aria-label="Close this line" onClick={close}>
        ×
      </Button>
    </div>
  );
}
