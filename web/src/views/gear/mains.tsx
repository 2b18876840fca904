import { useState } from 'react';
import { inNight } from '../../../../core/model';
import { circuitLoads, mainsBoxes, type CircuitLoad } from '../../../../core/power';
import { parseQuantity } from '../../../../core/units';
import { Button } from '../../parts/button';
import { Sheet } from '../../parts/dialog';
import { Labelled, TextField } from '../../parts/field';
import { useOpen } from '../../rig/use-open';
import { OutletSheet } from './outlet-sheet';
import { useMains } from './use-mains';

const ampere = (amps: number): string => `${Number(amps.toPrecision(2))} A`;

/** A figure that may stay open. @returns undefined: it is left open; null: it is no figure */
function figure(text: string, unit: string): number | undefined | null {
  if (text.trim() === '') return undefined;
  const value = parseQuantity(text, unit);
  return value !== null && value > 0 ? value : null;
}

function CircuitSheet({ load, onClose }: { load: CircuitLoad; onClose: () => void }) {
  const { session } = useOpen('session');
  const { mains, disabled, removeCircuit } = useMains();
  const { circuit } = load;
  const set = (change: Partial<typeof circuit>) =>
    session.commit({
      edit: 'setMains',
      arguments: {
        mains: {
          ...mains,
          circuits: mains.circuits.map((one) => (one.id === circuit.id ? { ...one, ...change } : one)),
        },
      },
    });
  return (
    <Sheet title={circuit.name} onClose={onClose}>
      <div className="grid grid-cols-2 gap-2">
        <Labelled label="Name">
          {(id) => (
            <TextField
              id={id}
              value={circuit.name}
              disabled={disabled}
              maxLength={200}
              commit={(name) => (name.trim() === '' ? 'A circuit needs a name.' : set({ name: name.trim() }))}
            />
          )}
        </Labelled>
        <Labelled label="Breaker">
          {(id) => (
            <TextField
              id={id}
              mono
              onPause={false}
              value={circuit.amps === undefined ? '' : `${circuit.amps} A`}
              placeholder="not known"
              disabled={disabled}
              commit={(text) => {
                const amps = figure(text, 'A');
                return amps === null ? 'Amperes, such as 16.' : set({ amps });
              }}
            />
          )}
        </Labelled>
      </div>
      <p className="pt-2 text-sm text-muted">
        Circuits are laid and breakers judged by a qualified person; not by this plan.
      </p>
      <div className="flex justify-between pt-3">
        <Button
          look="danger"
          disabled={disabled}
          onClick={() => {
            if (removeCircuit(circuit.id) === null) onClose();
          }}
        >
          Remove with its outlets
        </Button>
        <Button onClick={onClose}>Done</Button>
      </div>
    </Sheet>
  );
}

/** What is drawn of a breaker: the house's limit is a tick on the bar. */
function Bar({ share, limit }: { share: number; limit: number }) {
  return (
    <span aria-hidden="true" className="relative block h-1.5 w-24 rounded-sm bg-hair">
      <span
        className={`block h-full rounded-sm ${share > limit ? 'bg-caution' : 'bg-ink'}`}
        style={{ width: `${Math.min(100, 100 * share)}%` }}
      />
      <span className="absolute -top-0.5 h-2.5 w-px bg-ink" style={{ left: `${100 * limit}%` }} />
    </span>
  );
}

function CircuitChip({ load }: { load: CircuitLoad }) {
  const { rig } = useOpen('rig');
  const [asked, setAsked] = useState(false);
  const { circuit, amps, va, rating, unknown } = load;
  const limit = rig.houseRules.limits.mainsPercent / 100;
  return (
    <>
      <button
        type="button"
        onClick={() => setAsked(true)}
        className="flex min-h-8 items-center gap-2 rounded border border-line bg-raised px-2 text-left text-xs hover:border-ink"
      >
        <span className="font-semibold">{circuit.name}</span>
        {rating === null ? null : <Bar share={amps / rating} limit={limit} />}
        <span className="font-mono">
          {ampere(amps)}
          {rating === null ? `, ${Math.round(va)} VA` : ` of ${rating} A`}
          {unknown.length > 0 ? ' +?' : ''}
        </span>
      </button>
      {asked ? <CircuitSheet load={load} onClose={() => setAsked(false)} /> : null}
    </>
  );
}

const VENUE = [
  { key: 'volts', label: 'Volts of the venue', unit: 'V', example: 'Volts, such as 230.' },
  { key: 'hertz', label: 'Hertz of the venue', unit: 'Hz', example: 'Hertz, such as 50.' },
] as const;

/** Volts and hertz of the venue, and its circuits with what is on them. */
export function MainsLine() {
  const { rig, setting, session } = useOpen('rig', 'setting', 'session');
  const { mains, disabled, addCircuit } = useMains();
  const loads = circuitLoads(inNight(rig, setting.variant));
  return (
    <section aria-label="Mains" className="flex flex-wrap items-center gap-2 border-b border-hair px-4 py-2">
      <h2 className="text-sm">Mains</h2>
      {VENUE.map(({ key, label, unit, example }) => (
        <div key={key} className="w-20">
          <TextField
            label={label}
            mono
            onPause={false}
            value={mains[key] === undefined ? '' : `${mains[key]} ${unit}`}
            placeholder={key}
            disabled={disabled}
            commit={(text) => {
              const value = figure(text, unit);
              return value === null
                ? example
                : session.commit({ edit: 'setMains', arguments: { mains: { ...mains, [key]: value } } });
            }}
          />
        </div>
      ))}
      {loads.map((load) => (
        <CircuitChip key={load.circuit.id} load={load} />
      ))}
      <Button look="quiet" disabled={disabled} onClick={addCircuit}>
        New circuit
      </Button>
      {mains.outlets.some(({ place }) => place === undefined) ? <PlaceOutlets place={undefined} /> : null}
    </section>
  );
}

/** The outlets of one place, drawn at its foot: each with its circuit and whose plugs are in it. */
export function PlaceOutlets({ place }: { place: string | undefined }) {
  const { rig, setting } = useOpen('rig', 'setting');
  const { mains, disabled, addOutlet } = useMains();
  const [asked, setAsked] = useState<string | null>(null);
  const own = mains.outlets.filter((one) => one.place === place);
  const boxes = mainsBoxes(inNight(rig, setting.variant));
  const shown = mains.outlets.find(({ id }) => id === asked);
  return (
    <div className="mt-1.5 border-t border-dashed border-line pt-1.5">
      <ul aria-label="Mains outlets" className="flex flex-col gap-1">
        {own.map((outlet) => {
          const held = boxes.filter(({ wall, via }) => wall?.id === outlet.id && via.length === 0);
          const circuit = mains.circuits.find(({ id }) => id === outlet.circuit);
          return (
            <li key={outlet.id}>
              <button
                type="button"
                onClick={() => setAsked(outlet.id)}
                className="w-full rounded-full border border-line bg-raised px-2.5 py-0.5 text-left text-xs hover:border-ink"
              >
                <span className="flex justify-between gap-2">
                  <span className="min-w-0 truncate">{outlet.name}</span>
                  <span className="shrink-0 text-muted">
                    {circuit?.name}
                    {outlet.group ? `, ${outlet.group}` : ''}
                  </span>
                </span>
                <span className="block truncate font-mono">
                  {held.length === 0 ? 'free' : held.map(({ box }) => box.tag).join(' ')}
                </span>
              </button>
            </li>
          );
        })}
      </ul>
      {place === undefined ? null : (
        <Button look="quiet" className="w-full" disabled={disabled} onClick={() => addOutlet(place)}>
          + mains outlet
        </Button>
      )}
      {shown ? <OutletSheet outlet={shown} onClose={() => setAsked(null)} /> : null}
    </div>
  );
}
