import { Component, type ReactNode } from 'react';
import { useLocation, type Location } from 'react-router';
import type { Rig } from '../../../core/model';
import { documentInMemory } from '../store/enter';
import { saveShelf } from '../store/shelf-file';

/** Saves all rigs, the open one as it is in memory, without leaning on the worker or on anything of React. */
const saveAll = () =>
  saveShelf({
    withNames: true,
    // Whoever reads the file checks it; here nothing may be left out for not passing.
    check: (value) => ({ ok: true, rig: value as Rig }),
    inMemory: documentInMemory(),
  });

/** Stands in for a view that failed; the rig is never locked in behind it. */
function FaultPage({ error }: { error: unknown }) {
  const act = 'min-h-8 rounded border border-line bg-raised px-3';
  return (
    <main className="mx-auto max-w-xl p-8" role="alert">
      <h1 className="mb-2 text-xl">This view failed</h1>
      <p className="mb-2">
        Your rigs are stored and whole. What went wrong:{' '}
        {error instanceof Error ? error.message : String(error)}
      </p>
      <div className="flex flex-wrap gap-2 pt-2">
        <button type="button" className={act} onClick={() => void saveAll()}>
          Save everything to one file
        </button>
        <button type="button" className={act} onClick={() => window.location.reload()}>
          Load the page again
        </button>
        <a className={`${act} inline-flex items-center`} href="/shelf">
          To the shelf
        </a>
      </div>
    </main>
  );
}

type Props = { readonly location: Location; readonly children: ReactNode };
type Caught = { readonly error: unknown } | null;

/** What fails below it is caught, until another address is turned to. */
class Catching extends Component<Props, { readonly caught: Caught }> {
  override state: { readonly caught: Caught } = { caught: null };

  static getDerivedStateFromError(error: unknown) {
    return { caught: { error } };
  }

  override componentDidUpdate({ location }: Props) {
    if (this.state.caught && location !== this.props.location) this.setState({ caught: null });
  }

  override render() {
    const { caught } = this.state;
    return caught ? <FaultPage error={caught.error} /> : this.props.children;
  }
}

export const Boundary = ({ children }: { children: ReactNode }) => (
  <Catching location={useLocation()}>{children}</Catching>
);
