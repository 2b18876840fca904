import type { ReactNode } from 'react';
import { NavLink } from 'react-router';
import { ActLink } from '../../parts/act-link';
import { Empty } from '../../parts/empty';
import { SOUND_PARTS } from '../../shell/views';
import { useOpen } from '../../rig/use-open';

/** The head of each part of the view, with the way to the others. */
export function SoundsHead({
  title,
  text,
  children,
}: {
  title: string;
  text: ReactNode;
  children?: ReactNode;
}) {
  const { rig } = useOpen('rig');
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-1.5 border-b border-line bg-ground px-4 py-1.5">
      <nav aria-label="Parts of Sounds" className="flex flex-wrap">
        {SOUND_PARTS.map(({ path, name }) => (
          <NavLink
            key={path}
            to={`/rig/${rig.id}/sounds${path}`}
            end
            className={({ isActive }) =>
              `inline-flex min-h-7 items-center border-b-2 px-2 text-sm ${
                isActive ? 'border-ink font-semibold' : 'border-transparent text-muted hover:text-ink'
              }`
            }
          >
            {name}
          </NavLink>
        ))}
      </nav>
      <h1 className="sr-only">{title}</h1>
      <p className="min-w-60 flex-1 text-xs text-muted">{text}</p>
      {children}
    </div>
  );
}

/** A part that has nothing to show yet: what it would be, and where that begins. */
export function EmptyPart(props: {
  title: string;
  /** In a line beside the parts. */
  line: string;
  head: string;
  text: string;
  /** Within the rig: `/gear`. */
  to: string;
  act: string;
  children?: ReactNode;
}) {
  const { rig } = useOpen('rig');
  return (
    <div className="flex h-full min-h-0 flex-col">
      <SoundsHead title={props.title} text={props.line} />
      <div className="min-h-0 flex-1 overflow-auto bg-sheet">
        <Empty title={props.head} text={props.text}>
          <ActLink to={`/rig/${rig.id}${props.to}`}>{props.act}</ActLink>
        </Empty>
        {props.children}
      </div>
    </div>
  );
}
