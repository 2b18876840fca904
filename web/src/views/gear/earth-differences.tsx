import { TOUCH_V } from '../../../../core/hum';
import { formatQuantity, parseQuantity } from '../../../../core/units';
import { Labelled, TextField } from '../../parts/field';
import { useOpen } from '../../rig/use-open';
import type { WallOutlet } from './use-mains';

/** Volts between the earth of an outlet and those of the others, as they were measured. */
export function EarthDifferences({ outlet }: { outlet: WallOutlet }) {
  const { rig, readOnly, session } = useOpen('rig', 'readOnly', 'session');
  const { outlets, circuits, earthDifferences } = rig.stage.mains;
  const others = outlets.filter(({ id }) => id !== outlet.id);
  if (others.length === 0) return null;
  const noted = (id: string) =>
    earthDifferences.find(({ a, b }) => (a === outlet.id && b === id) || (a === id && b === outlet.id))
      ?.volts;
  const isMuch = others.some(({ id }) => (noted(id) ?? 0) > TOUCH_V);
  return (
    <fieldset className="pt-2">
      <legend className="text-xs text-muted">Its earth against the earth of</legend>
      <div className="grid grid-cols-2 gap-2">
        {others.map(({ id: other, name, circuit }) => {
          const volts = noted(other);
          return (
            <Labelled
              key={other}
              label={name}
              hint={circuit === outlet.circuit ? '' : (circuits.find(({ id }) => id === circuit)?.name ?? '')}
            >
              {(id) => (
                <TextField
                  id={id}
                  mono
                  onPause={false}
                  value={volts === undefined ? '' : formatQuantity(volts, 'V')}
                  placeholder="not measured"
                  disabled={readOnly !== null}
                  commit={(text) => {
                    const value = text.trim() === '' ? null : parseQuantity(text, 'V');
                    return value === null && text.trim() !== ''
                      ? 'Volts AC between the two earths, such as 12 mV.'
                      : session.commit({
                          edit: 'setEarthDifference',
                          arguments: { a: outlet.id, b: other, volts: value },
                        });
                  }}
                />
              )}
            </Labelled>
          );
        })}
      </div>
      <p
        className={`pt-1 text-sm ${isMuch ? 'text-danger' : 'text-muted'}`}
        role={isMuch ? 'alert' : undefined}
      >
        {isMuch
          ? `Over ${TOUCH_V} V between earths can kill: nobody touches what hangs on both; power off at the outlets, and a qualified person looks.`
          : 'Volts AC from earth contact to earth contact with a mains-rated meter, by a qualified person.'}
      </p>
    </fieldset>
  );
}
