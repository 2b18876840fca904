import type { Box, Control } from '../../../core/model';
import { formatQuantity, parseQuantity } from '../../../core/units';
import { Choice, Labelled, TextField } from '../parts/field';
import { useOpen } from '../rig/use-open';

type Pot = Extract<Control['law'], { type: 'pot' }>;

const TAPERS = [
  { value: 'audio', label: 'audio' },
  { value: 'linear', label: 'linear' },
  { value: 'reverse', label: 'reverse audio' },
  { value: 'no-load', label: 'no-load' },
] as const;
const JOINED = [
  { value: 'none', label: 'no resistor' },
  { value: 'series', label: 'resistor in series' },
  { value: 'parallel', label: 'resistor in parallel' },
] as const;
/** What a resistor of a bleed is where one is wanted and none was said, ohm. */
const BLEED_OHM = 150e3;

/** A field for a quantity of a pot; emptied it is as usual. */
function PotField(props: {
  label: string;
  unit: string;
  value: number | undefined;
  usual: string;
  needed?: boolean;
  onSet: (value: number | null) => string | null;
}) {
  const { label, unit, value, usual, needed = false, onSet } = props;
  const { readOnly } = useOpen('readOnly');
  const commit = (text: string) => {
    if (text.trim() === '' && !needed) return onSet(null);
    const read = parseQuantity(text, unit);
    return read === null || read <= 0 ? `A figure over 0, such as ${usual}.` : onSet(read);
  };
  return (
    <Labelled label={label}>
      {(id) => (
        <TextField
          id={id}
          mono
          onPause={false}
          value={value === undefined ? '' : formatQuantity(value, unit)}
          placeholder={usual}
          disabled={readOnly !== null}
          commit={commit}
        />
      )}
    </Labelled>
  );
}

/** A volume or tone control as it is built: track, capacitor, treble bleed. */
export function PotFacts({ box, control }: { box: Box; control: Control }) {
  const { readOnly, session } = useOpen('readOnly', 'session');
  const { law } = control;
  if (law.type !== 'pot') return null;
  const set = (more: Partial<Pot>) => {
    const pot = { ...law, ...more };
    // What is emptied is not there: a file holds no field without a value.
    const known = Object.fromEntries(Object.entries(pot).filter(([, value]) => value !== undefined)) as Pot;
    return session.commit({ edit: 'setPot', arguments: { box: box.id, control: control.id, pot: known } });
  };
  const { bleed } = law;
  const disabled = readOnly !== null;
  return (
    <fieldset className="grid grid-cols-2 gap-2 border-t border-hair pt-1">
      <legend className="font-mono text-xs">{control.label}</legend>
      <PotField
        label="Pot"
        unit="Ω"
        value={law.ohm}
        usual="500 kΩ"
        needed
        onSet={(ohm) => (ohm === null ? null : set({ ohm }))}
      />
      <Labelled label="Taper">
        {(id) => (
          <Choice
            id={id}
            value={law.taper}
            options={TAPERS}
            disabled={disabled}
            onChange={(taper) => void set({ taper })}
          />
        )}
      </Labelled>
      {law.taper === 'linear' ? null : (
        <PotField
          label="Share half way"
          unit=""
          value={law.mid}
          usual="0.1"
          onSet={(mid) =>
            mid !== null && (mid < 0.02 || mid > 0.49) ? 'From 0.02 to 0.49.' : set({ mid: mid ?? undefined })
          }
        />
      )}
      {control.sets === 'tone' ? (
        <PotField
          label="Capacitor"
          unit="F"
          value={law.farad}
          usual="22 nF"
          onSet={(farad) => set({ farad: farad ?? undefined })}
        />
      ) : (
        <PotField
          label="Treble bleed"
          unit="F"
          value={bleed?.farad}
          usual="none"
          onSet={(farad) =>
            set({ bleed: farad === null ? undefined : { joined: 'series', ...bleed, farad } })
          }
        />
      )}
      {bleed ? (
        <>
          <Labelled label="With it">
            {(id) => (
              <Choice
                id={id}
                value={bleed.ohm === undefined ? 'none' : bleed.joined}
                options={JOINED}
                disabled={disabled}
                onChange={(joined) =>
                  void set({
                    bleed:
                      joined === 'none'
                        ? { farad: bleed.farad, joined: 'series' }
                        : { ...bleed, joined, ohm: bleed.ohm ?? BLEED_OHM },
                  })
                }
              />
            )}
          </Labelled>
          {bleed.ohm === undefined ? null : (
            <PotField
              label="Resistor"
              unit="Ω"
              value={bleed.ohm}
              usual="150 kΩ"
              needed
              onSet={(ohm) => (ohm === null ? null : set({ bleed: { ...bleed, ohm } }))}
            />
          )}
        </>
      ) : null}
    </fieldset>
  );
}
