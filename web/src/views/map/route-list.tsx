import { useCallback, type MouseEvent } from 'react';
import type { Severity } from '../../../../core/model';
import { useSize } from '../../parts/use-size';
import { Drawn } from '../../pen/drawn';
import type { EmphasisOf } from '../../pen/look';
import { useAnalysis } from '../../worker/use-analysis';
import { Empty } from '../../parts/empty';
import { SEVERITY_TEXT } from '../../parts/severity';
import { useOpen, useOpenRig } from '../../rig/use-open';
import { onActKey } from './keys';
import { useFindings, useLines, useRoutes } from './use-map';

/** The order of the whole rig, whatever is on: every chain in rows. */
function Order() {
  const { setting, select, selection } = useOpen('setting', 'select', 'selection');
  const [ref, size] = useSize();
  const { value: order, stale } = useAnalysis<'order'>(
    size ? { kind: 'order', setting, width: Math.max(280, Math.floor(size.width)) } : null,
    'order',
  );
  const chosen = selection ? `${selection.type}:${selection.id}` : '';
  const emphasisOf = useCallback<EmphasisOf>(
    ({ type, id }) => (`${type}:${id}` === chosen ? 'selected' : undefined),
    [chosen],
  );
  const press = (event: MouseEvent) => {
    const part = event.target instanceof Element ? event.target.closest('[data-part]') : null;
    const [type, ...id] = (part?.getAttribute('data-part') ?? '').split(':');
    if (type === 'lead' || type === 'box' || type === 'block') select({ type, id: id.join(':') });
  };
  return (
    <section aria-label="Order" className="border-b border-line px-3 py-2">
      <h3 className="text-xs font-semibold text-muted">
        Order, whatever is on{order?.name ? <span className="font-normal">: {order.name}</span> : null}
      </h3>
      <div ref={ref} className="overflow-x-auto" onClick={press}>
        {order && order.groups.length > 0 ? (
          <svg
            role="img"
            aria-label="Order from the string to what is heard"
            aria-busy={stale}
            width={order.width}
            height={order.height}
            className="block select-none"
          >
            <Drawn drawing={order} emphasisOf={emphasisOf} />
          </svg>
        ) : null}
      </div>
      {order?.notes.map((note) => (
        <p key={note} className="text-xs text-muted">
          {note}
        </p>
      ))}
    </section>
  );
}

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
      <Order />
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
