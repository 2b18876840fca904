import { useState } from 'react';
import { readLabels, saidOf, switchesSaid, usualSwitches } from '../../../../core/control';
import type { Box } from '../../../../core/model';
import { Button } from '../../parts/button';
import { Sheet } from '../../parts/dialog';
import { Labelled } from '../../parts/field';
import { useOpen } from '../../rig/use-open';

const FIELD = 'min-h-8 w-full rounded border border-line bg-raised px-2 text-sm';

/** The switches of a box, as they are printed on it. */
export function ChangeSwitches({ box, onClose }: { box: Box; onClose: () => void }) {
  const { session } = useOpen('session');
  const said = saidOf(box);
  const [labels, setLabels] = useState(said.labels.join(', '));
  const [banks, setBanks] = useState(String(said.banks));
  const [hasTap, setTap] = useState(said.hasTap);
  const [refused, setRefused] = useState<string | null>(null);
  const usual = usualSwitches(box);
  const take = (facts: ReturnType<typeof switchesSaid>) => {
    const why = session.commit({ edit: 'setSwitches', arguments: { box: box.id, ...facts } });
    setRefused(why);
    if (why === null) onClose();
  };
  return (
    <Sheet
      title={`Switches of ${box.name}`}
      text="As they are printed on it. What a switch did stays as long as its name does."
      onClose={onClose}
    >
      <form
        className="flex flex-col gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          const count = Number(banks);
          if (!Number.isInteger(count) || count < 1 || count > 999)
            setRefused('Banks: a whole number from 1 to 999.');
          else take(switchesSaid(box, { labels: readLabels(labels), banks: count, hasTap }));
        }}
      >
        <Labelled
          label="Free switches, by their printed names"
          hint="A, B, C, D; with nothing here it calls no sounds"
        >
          {(id) => (
            <input
              id={id}
              autoFocus
              className={FIELD}
              value={labels}
              maxLength={400}
              onChange={(event) => setLabels(event.target.value)}
            />
          )}
        </Labelled>
        <Labelled label="Banks" hint="1: the switches do the same always">
          {(id) => (
            <input
              id={id}
              className={`${FIELD} font-mono`}
              inputMode="numeric"
              value={banks}
              onChange={(event) => setBanks(event.target.value)}
            />
          )}
        </Labelled>
        <label className="flex min-h-8 items-center gap-2 text-sm">
          <input type="checkbox" checked={hasTap} onChange={(event) => setTap(event.target.checked)} />A
          switch for tapping the time
        </label>
        {refused === null ? null : (
          <p role="alert" className="text-sm text-fault">
            {refused}
          </p>
        )}
        <div className="flex flex-wrap justify-end gap-2">
          {usual ? <Button onClick={() => take(usual)}>As such boxes have them</Button> : null}
          <Button look="strong" type="submit">
            Keep
          </Button>
        </div>
      </form>
    </Sheet>
  );
}
