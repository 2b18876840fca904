import { useEffect, useRef, type ReactNode } from 'react';
import { Link } from 'react-router';

/** The next useful act where it leads elsewhere: a link that looks like the strong button. */
export function ActLink(props: {
  to: string;
  tall?: boolean;
  /** The focus goes to it as it appears, so that Enter goes on. */
  takesFocus?: boolean;
  children: ReactNode;
}) {
  const { to, tall = false, takesFocus = false, children } = props;
  const link = useRef<HTMLAnchorElement>(null);
  useEffect(() => {
    if (takesFocus) link.current?.focus();
  }, [takesFocus]);
  return (
    <Link
      to={to}
      ref={link}
      className={`inline-flex items-center rounded border border-ink bg-ink text-on-ink ${
        tall ? 'min-h-11 px-4' : 'min-h-7 px-2.5 text-sm'
      }`}
    >
      {children}
    </Link>
  );
}
