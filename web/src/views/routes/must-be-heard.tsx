import { asBase } from '../../../../core/chain';
import { heardBy } from '../../../../core/routings';
import { outletWant, outletWantId, type EditCall, type SingleEdit } from '../../../../core/edits';
import { jackIn, nightName } from '../../../../core/model';
import { outletsOf, type Outlet } from '../../../../core/signal';
import { Button } from '../../parts/button';
import { useOpen } from '../../rig/use-open';

const nameOf = ({ kind, box, at }: Outlet) =>
  kind === 'desk' ? `${box.name} ${jackIn(box, at.jack)?.label ?? ''}` : box.name;

/** The edits that name exactly these outlets in a night, from the wishes that it has of its own. */
function* wishes(
  own: readonly { readonly id: string }[],
  outlets: readonly Outlet[],
  variant: string | null,
): Generator<SingleEdit> {
  const ids = new Set(outlets.map(({ at }) => outletWantId(at, variant)));
  for (const want of own) if (!ids.has(want.id)) yield { edit: 'removeWant', arguments: { id: want.id } };
  for (const { at } of outlets)
    if (!own.some((want) => want.id === outletWantId(at, variant))) yield outletWant(at, [], variant);
}

/** What must come out: the first question a technician asks, over the routings that answer it. */
export function MustBeHeard() {
  const { rig, setting, readOnly, commit } = useOpen('rig', 'setting', 'readOnly', 'commit');
  const { variant } = setting;
  const outlets = outletsOf(rig);
  const own = rig.wants.filter((want) => want.type === 'output' && (want.variant ?? null) === variant);
  const goals = heardBy(asBase(rig, { variant, wirings: {} }));
  const isGoal = (outlet: Outlet) =>
    goals.some((goal) => goal.at.box === outlet.at.box && goal.at.jack === outlet.at.jack);
  const set = (wanted: readonly Outlet[]) => {
    const edits = [...wishes(own, wanted, variant)];
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
      <h2 className="pr-1 text-sm">
        Must be heard{variant === null ? '' : ` on ${nightName(rig, variant)}`} from
      </h2>
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
      {own.length > 0 ? (
        <Button look="quiet" className="ml-auto" disabled={readOnly !== null} onClick={() => set([])}>
          {variant === null ? 'As usual' : `As in ${nightName(rig, null)}`}
        </Button>
      ) : (
        <span className="ml-auto text-xs text-muted">
          {variant === null
            ? 'as usual: the loudspeaker, and the desk where there is a microphone for it'
            : `as in ${nightName(rig, null)}`}
        </span>
      )}
    </section>
  );
}
