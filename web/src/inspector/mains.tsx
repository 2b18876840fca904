import { inNight, type Box } from '../../../core/model';
import { mainsBoxes } from '../../../core/power';
import { formatQuantity } from '../../../core/units';
import { Choice, Labelled, TextField } from '../parts/field';
import { useOpen } from '../rig/use-open';
import { Section } from './section';

/** Where a box has its mains from. */
export function MainsFacts({ box }: { box: Box }) {
  const { rig, setting, readOnly, session, commit } = useOpen(
    'rig',
    'setting',
    'readOnly',
    'session',
    'commit',
  );
  const found = mainsBoxes(inNight(rig, setting.variant)).find((one) => one.box.id === box.id);
  const jack = box.jacks.find(({ carries, direction }) => carries === 'mains' && direction !== 'out');
  if (!found || !jack) return null;
  const { mains } = rig.stage;
  const [behind] = found.via;
  const takes = [
    box.power.hertz.length > 0 ? `${box.power.hertz.join(' / ')} Hz` : '',
    found.va === null ? 'rating plate not read' : formatQuantity(found.va, 'VA'),
  ].filter(Boolean);
  return (
    <Section title="Mains">
      <Labelled
        label="Volts on its plate"
        hint={box.power.isPlateAssumed ? 'assumed: nobody has read it' : ''}
      >
        {(id) => (
          <TextField
            id={id}
            mono
            onPause={false}
            value={box.power.isPlateAssumed ? '' : box.power.volts.join('/')}
            placeholder={box.power.volts.length === 0 ? 'not read' : `${box.power.volts.join('/')} assumed`}
            disabled={readOnly !== null}
            commit={(text) => {
              const volts = text
                .replace(/\s*V\s*$/i, '')
                .split(/[/, ]+/)
                .filter(Boolean)
                .map(Number);
              return volts.length === 0 || volts.some((own) => !Number.isFinite(own))
                ? 'Volts, such as 230 or 100/120/230.'
                : session.commit({ edit: 'setPlateVolts', arguments: { box: box.id, volts } });
            }}
          />
        )}
      </Labelled>
      <p className="text-xs text-muted">{takes.join(', ')}</p>
      {behind ? (
        <p className="text-sm">
          Behind {behind.jack.label} of {behind.box.name}
          {found.wall ? `, in ${found.wall.name}` : ''}.
        </p>
      ) : (
        <Labelled
          label="Its plug is in"
          hint={mains.outlets.length === 0 ? 'Outlets are noted on the stage, in Gear.' : ''}
        >
          {(id) => (
            <Choice
              id={id}
              value={found.wall?.id ?? ''}
              disabled={readOnly !== null || mains.outlets.length === 0}
              options={[
                { value: '', label: 'not noted' },
                ...mains.outlets.map((outlet) => ({
                  value: outlet.id,
                  label: `${outlet.name}, ${mains.circuits.find(({ id: own }) => own === outlet.circuit)?.name ?? ''}`,
                })),
              ]}
              onChange={(outlet) =>
                void commit({
                  edit: 'setWallOutlet',
                  arguments: { box: box.id, jack: jack.id, outlet: outlet === '' ? null : outlet },
                })
              }
            />
          )}
        </Labelled>
      )}
    </Section>
  );
}
