import { inNight, type Box } from '../../../../core/model';
import { mainsBoxes } from '../../../../core/power';
import { Button } from '../../parts/button';
import { Sheet } from '../../parts/dialog';
import { Choice, Labelled, TextField } from '../../parts/field';
import { Tick } from '../../parts/tick';
import { useOpen } from '../../rig/use-open';
import { EarthDifferences } from './earth-differences';
import { useMains, type WallOutlet } from './use-mains';

const plugOf = (box: Box) =>
  box.jacks.find(({ carries, direction }) => carries === 'mains' && direction !== 'out');

/** One outlet of the stage: its circuit and group, and whose plugs are in it. */
export function OutletSheet({ outlet, onClose }: { outlet: WallOutlet; onClose: () => void }) {
  const { rig, setting, commit, session } = useOpen('rig', 'setting', 'commit', 'session');
  const { mains, disabled, setOutlet, removeOutlet } = useMains();
  // What hangs behind a distribution has its plug there.
  const boxes = mainsBoxes(inNight(rig, setting.variant)).filter(({ via }) => via.length === 0);
  const named = (change: Partial<WallOutlet>) =>
    session.commit({
      edit: 'setMains',
      arguments: {
        mains: {
          ...mains,
          outlets: mains.outlets.map((one) => (one.id === outlet.id ? { ...one, ...change } : one)),
        },
      },
    });
  return (
    <Sheet title={outlet.name} onClose={onClose}>
      <div className="grid grid-cols-2 gap-2">
        <Labelled label="Name">
          {(id) => (
            <TextField
              id={id}
              value={outlet.name}
              disabled={disabled}
              maxLength={200}
              commit={(name) =>
                name.trim() === '' ? 'An outlet needs a name.' : named({ name: name.trim() })
              }
            />
          )}
        </Labelled>
        <Labelled label="Circuit">
          {(id) => (
            <Choice
              id={id}
              value={outlet.circuit}
              disabled={disabled}
              options={mains.circuits.map(({ id: value, name }) => ({ value, label: name }))}
              onChange={(circuit) => setOutlet(outlet.id, { circuit })}
            />
          )}
        </Labelled>
        <Labelled label="Group" hint="outlets of one distribution">
          {(id) => (
            <TextField
              id={id}
              value={outlet.group}
              disabled={disabled}
              maxLength={200}
              commit={(group) => named({ group: group.trim() })}
            />
          )}
        </Labelled>
        <Labelled label="Place">
          {(id) => (
            <Choice
              id={id}
              value={outlet.place ?? ''}
              disabled={disabled}
              options={[
                { value: '', label: 'not noted' },
                ...rig.stage.places.map(({ id: value, name }) => ({ value, label: name })),
              ]}
              onChange={(place) => setOutlet(outlet.id, { place: place === '' ? undefined : place })}
            />
          )}
        </Labelled>
      </div>
      <fieldset className="pt-2">
        <legend className="text-xs text-muted">Plugs in it</legend>
        {boxes.length === 0 ? <p className="text-sm">No box of this rig has a mains plug.</p> : null}
        {boxes.map(({ box, wall }) => {
          const jack = plugOf(box);
          if (!jack) return null;
          const elsewhere = wall && wall.id !== outlet.id ? `, now in ${wall.name}` : '';
          return (
            <Tick
              key={box.id}
              checked={wall?.id === outlet.id}
              disabled={disabled}
              onChange={(is) =>
                void commit({
                  edit: 'setWallOutlet',
                  arguments: { box: box.id, jack: jack.id, outlet: is ? outlet.id : null },
                })
              }
            >
              {box.name}
              {elsewhere}
            </Tick>
          );
        })}
      </fieldset>
      <EarthDifferences outlet={outlet} />
      <div className="flex justify-between pt-3">
        <Button
          look="danger"
          disabled={disabled}
          onClick={() => {
            if (removeOutlet(outlet.id) === null) onClose();
          }}
        >
          Remove outlet
        </Button>
        <Button onClick={onClose}>Done</Button>
      </div>
    </Sheet>
  );
}
