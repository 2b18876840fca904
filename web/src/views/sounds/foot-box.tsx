import { useState } from 'react';
import { actChoices, slotKey, type FootBox, type FootSlot } from '../../../../core/control';
import { boxOf } from '../../../../core/model';
import { count, inWords } from '../../../../core/units';
import { Button } from '../../parts/button';
import { Editor } from './editor';
import type { Feet } from './use-feet';

const nameOf = (box: FootBox, { label, bank, text, isFree, light, wantedLight }: FootSlot): string =>
  `${box.name} ${label}${isFree && box.hasBanks ? `, bank ${bank + 1}` : ''}: ${text === '' ? 'nothing' : text}${light === '' ? '' : `, lit ${light}`}${wantedLight === '' ? '' : `, its channel is ${wantedLight}`}`;

/** One switch: its printed name, and what a press of it does. */
function SwitchPlate({ box, slot, feet }: { box: FootBox; slot: FootSlot; feet: Feet }) {
  const { at, writing, inForce, isReadOnly } = feet;
  const isAt = at === slotKey(slot);
  const isCalled = slot.calls !== null && slot.calls === inForce?.id;
  return (
    <div className="relative">
      <button
        type="button"
        role="gridcell"
        tabIndex={isAt ? 0 : -1}
        data-slot={slotKey(slot)}
        aria-label={nameOf(box, slot)}
        aria-current={isCalled ? 'true' : undefined}
        title={slot.text}
        onFocus={() => feet.stand(slot)}
        onClick={() => feet.press(slot)}
        onDoubleClick={() => slot.isFree && !isReadOnly && feet.write(slot, slot.text)}
        className={`flex h-14 w-28 flex-col justify-between rounded-sm border px-2 py-1 text-left ${
          slot.isFree ? 'border-line bg-raised' : 'border-dashed border-hair bg-sheet'
        } ${isCalled ? 'border-2 border-ink' : ''}`}
      >
        <span className="flex w-full items-baseline justify-between gap-1 text-xs">
          <span className="font-mono text-muted">{slot.label}</span>
          {slot.light === '' ? null : (
            <span
              className={
                slot.wantedLight === '' ? 'truncate text-muted' : 'truncate font-semibold text-caution'
              }
            >
              {slot.light}
            </span>
          )}
        </span>
        <span
          className={`w-full truncate text-sm ${slot.calls ? 'font-semibold' : ''} ${slot.text === '' ? 'text-muted' : ''}`}
        >
          {slot.text === '' ? '—' : slot.text}
        </span>
      </button>
      {writing?.key === slotKey(slot) ? (
        <div className="absolute inset-x-0 bottom-0 z-20 h-8">
          <FootEditor box={box} slot={slot} feet={feet} text={writing.text} />
        </div>
      ) : null}
    </div>
  );
}

function FootEditor({ box, slot, feet, text }: { box: FootBox; slot: FootSlot; feet: Feet; text: string }) {
  const own = boxOf(feet.of, box.id);
  return own ? (
    <Editor
      text={text}
      name={`What ${box.name} ${slot.label} does`}
      choices={actChoices(feet.of, own)}
      onLeave={feet.leave}
      onWrite={(written) => feet.give(slot, written)}
    />
  ) : null;
}

/** A box as it stands before the foot: a row of switches a bank. */
export function FootBoxRows({ box, feet }: { box: FootBox; feet: Feet }) {
  const [isTold, setTold] = useState(false);
  return (
    <section aria-label={`Switches of ${box.name}`} className="border-b border-hair px-4 py-3">
      <div className="mb-2 flex flex-wrap items-baseline gap-x-3">
        <h2 className="text-base font-semibold">{box.name}</h2>
        <span className="font-mono text-xs text-muted">
          {box.tag} · {box.place}
        </span>
        {box.hasFree ? (
          <span className="text-xs text-muted">
            {box.reaches.length > 0
              ? `its calls reach ${inWords(isTold ? box.reaches : box.reaches.slice(0, 3))}`
              : 'its calls reach no other box'}
            {box.reaches.length > 3 && !isTold ? (
              <Button look="quiet" onClick={() => setTold(true)}>
                and {box.reaches.length - 3} more
              </Button>
            ) : null}
          </span>
        ) : null}
        <span className="flex-1" />
        <Button look="quiet" disabled={feet.isReadOnly} onClick={() => feet.change(box.id)}>
          Change its switches
        </Button>
      </div>
      <div role="grid" aria-label={`What switches of ${box.name} do`} className="flex flex-col gap-1.5">
        {box.banks.map(({ bank, slots }) => (
          <div key={bank} role="row" className="flex flex-wrap items-center gap-1.5">
            {box.hasBanks ? (
              <span role="rowheader" className="w-14 text-xs text-muted">
                Bank {bank + 1}
              </span>
            ) : null}
            {slots
              .filter(({ isFree }) => isFree || bank === 0)
              .map((slot) => (
                <SwitchPlate key={slot.switch} box={box} slot={slot} feet={feet} />
              ))}
          </div>
        ))}
      </div>
      {box.more > 0 ? (
        <p className="mt-1 flex items-center gap-2 text-xs text-muted">
          {count(box.more, 'more bank')}, empty.
          <Button look="quiet" onClick={feet.showMore}>
            Show the next
          </Button>
        </p>
      ) : null}
    </section>
  );
}

/** Boxes whose switches do what is printed on them, side by side. */
export function FixedRow({ boxes, feet }: { boxes: readonly FootBox[]; feet: Feet }) {
  const chosen = boxes.find(({ id }) => feet.at?.startsWith(`${id} `));
  return (
    <section aria-label="Each by its own switch" className="px-4 py-3">
      <div className="mb-2 flex min-h-7 items-center gap-x-3">
        <h2 className="text-base font-semibold">Each by its own switch</h2>
        <span className="flex-1" />
        {chosen ? (
          <Button look="quiet" disabled={feet.isReadOnly} onClick={() => feet.change(chosen.id)}>
            Change switches of {chosen.name}
          </Button>
        ) : null}
      </div>
      <div role="grid" aria-label="What single switches do">
        <div role="row" className="flex flex-wrap gap-1.5">
          {boxes.flatMap((box) =>
            box.banks.flatMap(({ slots }) =>
              slots.map((slot) => (
                <SwitchPlate
                  key={slotKey(slot)}
                  box={box}
                  slot={
                    slots.length === 1
                      ? { ...slot, label: box.tag }
                      : { ...slot, label: `${box.tag} ${slot.label}` }
                  }
                  feet={feet}
                />
              )),
            ),
          )}
        </div>
      </div>
    </section>
  );
}
