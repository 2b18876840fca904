import { heardBy } from '../../../../core/routings';
import { outletWant, outletWantId, type EditCall, type SingleEdit } from '../../../../core/edits';
import { jackIn } from '../../../../core/model';
import { outletsOf, type Outlet } from '../../../../core/signal';
import { Button } from '../../parts/button';
import { useOpen } from '../../rig/use-open';

const nameOf = ({ kind, box, at }: Outlet) =>
  kind === 'desk' ? `${box.name} ${jackIn(box, at.jack)?.label ?? ''}` : box.name;

/** The edits that name exactly these outlets, from the wishes there are. */
function* wishes(
  named: readonly { readonly id: string }[],
  outlets: readonly Outlet[],
): Generator<SingleEdit> {
  const ids = new Set(outlets.map(({ at }) => outletWantId(at)));
  for (const want of named) if (!ids.has(want.id)) yield { edit: 'removeWant', arguments: { id: want.id } };
  for (const { at } of outlets) if (!named.some((want) => want.id === outletWantId(at))) yield outletWant(at);
}

/** What must come out: the first question a technician asks, over the routings that answer it. */
export function MustBeHeard() {
  const { rig, readOnly, commit } = useOpen('rig', 'readOnly', 'commit');
  const outlets = outletsOf(rig);
  const named = rig.wants.filter((want) => want.type === 'output');
  const goals = heardBy(rig);
  const isGoal = (outlet: Outlet) =>
    goals.some((goal) => goal.at.box === outlet.at.box && goal.at.jack === outlet.at.jack);
  const set = (wanted: readonly Outlet[]) => {
    const edits = [...wishes(named, wanted)];
    if (edits.length > 0)
      commit({
        edit: 'together',
        arguments: { label: 'Change what must be heard', edits },
      } satisfies EditCall);
  };
  if (outlets.length === 0) return null;
  return (
    <section
      aria-label="Must be heard"
      className="mb-3 flex flex-wrap items-center gap-x-2 gap-y-1.5 rounded border border-line bg-sheet px-3 py-2"
    >
      <h2 className="pr-1 text-sm">Must be heard from</h2>
      {outlets.map((outlet) => {
        const pressed = isGoal(outlet);
        return (
          <button
            key={`${outlet.at.box}/${outlet.at.jack}`}
            type="button"
            aria-pressed={pressed}
            disabled={readOnly !== null}
            onClick={() =>
              set(
                pressed
                  ? outlets.filter((o) => isGoal(o) && o !== outlet)
                  : outlets.filter((o) => isGoal(o) || o === outlet),
              )
            }
            className={`min-h-7 rounded border px-2 text-sm disabled:opacity-50 ${
              pressed ? 'border-ink bg-ink text-on-ink' : 'border-hair bg-raised text-muted hover:border-ink'
            }`}
          >
            {nameOf(outlet)}
          </button>
        );
      })}
      {named.length > 0 ? (
        <Button look="quiet" className="ml-auto" disabled={readOnly !== null} onClick={() => set([])}>
          As usual
        </Button>
      ) : (
        <span className="ml-auto text-xs text-muted">
          as usual: the loudspeaker, and the desk where there is a microphone for it
        </span>
      )}
    </section>
  );
}
