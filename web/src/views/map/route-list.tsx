import type { Severity } from '../../../../core/model';
import { Empty } from '../../parts/empty';
import { SEVERITY_TEXT } from '../../parts/severity';
import { useOpen, useOpenRig } from '../../rig/use-open';
import { onActKey } from './keys';
import { useFindings, useLines, useRoutes } from './use-map';

/** The route as text, from top to bottom: for small screens and for screen readers. */
export function RouteList() {
  const { selection, select } = useOpen('selection', 'select');
  const store = useOpenRig();
  const lines = useLines();
  const { routes, route } = useRoutes();
  const { value: findings } = useFindings();
  const worst = (
    parts: readonly { type: string; id: string }[],
  ): { severity: Severity; text: string } | undefined =>
    findings?.find((line) => line.parts.some((p) => parts.some((q) => p.type === q.type && p.id === q.id)));
  const name = routes.find((r) => r.index === route)?.name;
  return (
    <div
      tabIndex={-1}
      role="region"
      aria-label="Route as a list"
      data-focus="rig"
      className="min-h-0 flex-1 overflow-auto bg-sheet focus-visible:outline-offset-[-2px]"
      onKeyDown={onActKey(store)}
    >
      {lines.length === 0 ? (
        <Empty
          title="No route yet"
          text="In this sound nothing gets from the guitar to anything that is heard. Take a routing, or plug leads on the map."
        />
      ) : (
        <ol aria-label={`Route ${name ?? ''}`} className="mx-auto max-w-xl px-3 py-2">
          {lines.map((line, i) => {
            const isChosen = line.parts.some((p) => p.type === selection?.type && p.id === selection.id);
            const finding = worst(line.parts);
            return (
              <li key={i}>
                <button
                  type="button"
                  aria-pressed={isChosen}
                  onClick={() => select({ type: line.part.type, id: line.part.id })}
                  className={`flex min-h-9 w-full flex-wrap items-baseline gap-x-3 rounded px-2 py-1 text-left ${
                    isChosen ? 'bg-select-tint' : 'hover:bg-ground'
                  } ${line.type === 'lead' ? 'ml-5 border-l-2 border-line' : 'border border-hair bg-raised'}`}
                >
                  <span className={line.type === 'box' ? 'font-semibold' : 'font-mono text-xs'}>
                    {line.title}
                  </span>
                  <span
                    className={line.type === 'box' ? 'text-xs text-muted' : 'font-mono text-xs text-muted'}
                  >
                    {line.words}
                  </span>
                  {finding ? (
                    <span className={`w-full text-xs ${SEVERITY_TEXT[finding.severity]}`}>
                      {finding.severity}: {finding.text}
                    </span>
                  ) : null}
                </button>
              </li>
            );
          })}
        </ol>
      )}
    </div>
  );
}
