import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { PreferencesMenu } from '../../shell/preferences-menu';

const SHELVES = [
  { at: 'rigs', to: '/shelf', name: 'Rigs' },
  { at: 'gear', to: '/gear', name: 'Gear' },
] as const;

/** The bar over what is kept under this address: rigs, and one's own gear. */
export function ShelfBar({ at, children }: { at: 'rigs' | 'gear'; children: ReactNode }) {
  return (
    <header className="border-b border-hair bg-sheet">
      <div className="mx-auto flex min-h-11 max-w-5xl flex-wrap items-center gap-3 px-4 py-1">
        <img src="/mark.svg" alt="" width="22" height="22" />
        <h1 className="text-base">Hum Map</h1>
        <nav aria-label="Shelves" className="flex gap-1">
          {SHELVES.map((shelf) => (
            <Link
              key={shelf.at}
              to={shelf.to}
              aria-current={shelf.at === at ? 'page' : undefined}
              className={`inline-flex min-h-7 items-center rounded px-2 text-sm ${
                shelf.at === at ? 'font-semibold underline decoration-2 underline-offset-4' : 'text-muted'
              }`}
            >
              {shelf.name}
            </Link>
          ))}
        </nav>
        <div className="ml-auto flex flex-wrap gap-2">
          {children}
          <PreferencesMenu />
        </div>
      </div>
    </header>
  );
}
