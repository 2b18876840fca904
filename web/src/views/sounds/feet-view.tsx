import { useState, type KeyboardEvent } from 'react';
import { lightEdits, lightLines, slotKey } from '../../../../core/control';
import { count } from '../../../../core/units';
import { boxOf } from '../../../../core/model';
import { ActLink } from '../../parts/act-link';
import { Button } from '../../parts/button';
import { Empty } from '../../parts/empty';
import { ChangeSwitches } from './change-switches';
import { FixedRow, FootBoxRows } from './foot-box';
import { SoundsHead } from './parts-of-view';
import { ProposalLine } from './proposal';
import { StoodOn } from './stood-on';
import { useFeet, type Feet } from './use-feet';

const KEYS =
  'Arrows walk. Space presses the switch and tells what it comes to. A letter or Enter writes what a free switch does — a sound, step and a block, tap; Delete takes it away.';

function onKey(feet: Feet, event: KeyboardEvent) {
  const slot = feet.slots.find((one) => slotKey(one) === feet.at);
  if (!slot || (event.target as Element).closest('input')) return;
  const isPlain = !event.ctrlKey && !event.metaKey && !event.altKey;
  const row = feet.slots.filter(({ box, bank }) => box === slot.box && bank === slot.bank).length;
  const by = { ArrowRight: 1, ArrowLeft: -1, ArrowDown: row, ArrowUp: -row }[event.key];
  const canWrite = slot.isFree && !feet.isReadOnly;
  if (by !== undefined && isPlain) feet.go(by);
  else if ((event.key === 'Enter' || event.key === 'F2') && canWrite) feet.write(slot, slot.text);
  else if (event.key === ' ') feet.press(slot);
  else if ((event.key === 'Delete' || event.key === 'Backspace') && canWrite) feet.clear(slot);
  else if (event.key.length === 1 && isPlain && canWrite) feet.write(slot, event.key);
  else return;
  event.preventDefault();
}

/** What is under the foot: every switch with what a press of it does. */
export function FeetView() {
  const feet = useFeet();
  const [isProposing, setProposing] = useState(false);
  const { rig, boxes, refused, changing } = feet;
  const fixed = boxes.filter(({ hasFree }) => !hasFree);
  const free = boxes.length - fixed.length;
  const lights = lightEdits(lightLines(feet.of));
  const box = changing === null ? undefined : boxOf(rig, changing);
  if (boxes.length === 0)
    return (
      <Empty
        title="Nothing to stand on yet"
        text="Pedals, switchers, units and footswitches bring their switches with them: the gear comes first."
      >
        <ActLink to={`/rig/${rig.id}/gear`}>Enter the gear</ActLink>
      </Empty>
    );
  return (
    <div className="flex h-full min-h-0 flex-col">
      <SoundsHead
        title="Under the foot"
        text={
          free > 0
            ? `${count(boxes.length, 'box', 'boxes')} with switches, ${free} of them with free ones.`
            : 'No box here calls sounds: each switch does what is printed on it.'
        }
      >
        {lights ? (
          <Button disabled={feet.isReadOnly} onClick={() => feet.session.commit(lights)}>
            Light them as their channels
          </Button>
        ) : null}
        <Button disabled={feet.isReadOnly || isProposing} onClick={() => setProposing(true)}>
          Propose what they do
        </Button>
      </SoundsHead>
      {isProposing ? <ProposalLine onLeave={() => setProposing(false)} /> : null}
      {refused === null ? null : (
        <p role="alert" className="border-b border-fault bg-fault-tint px-4 py-1 text-sm text-fault">
          {refused}
        </p>
      )}
      <div className="flex min-h-0 flex-1 flex-col overflow-auto bg-sheet lg:flex-row lg:overflow-hidden">
        <div
          role="group"
          aria-label="Switches"
          className="min-w-0 bg-sheet lg:min-h-0 lg:flex-1 lg:overflow-auto"
          onKeyDown={(event) => onKey(feet, event)}
        >
          {boxes.map((one) => (one.hasFree ? <FootBoxRows key={one.id} box={one} feet={feet} /> : null))}
          {fixed.length > 0 ? <FixedRow boxes={fixed} feet={feet} /> : null}
        </div>
        <StoodOn feet={feet} />
      </div>
      <p className="border-t border-hair bg-ground px-4 py-1 text-xs text-muted">{KEYS}</p>
      {box ? <ChangeSwitches box={box} onClose={() => feet.change(null)} /> : null}
    </div>
  );
}
