import {
  idOf,
  kindOfPart,
  listOf,
  nameOfPart,
  ownerOf,
  partAt,
  within,
  type Address,
  type GearItem,
} from '../../../../core/gear';
import type { InnerEnd } from '../../../../core/model';
import { Button } from '../../parts/button';
import { usePanel } from './panel-context';
import { PartForm } from './part-form';

/** What a part has inside, by the list that holds it: its words, and what one more of it is called. */
const INSIDE: Readonly<
  Record<string, readonly { readonly list: string; readonly title: string; readonly one: string }[]>
> = {
  box: [
    { list: 'patches', title: 'Inner wirings', one: 'wiring' },
    { list: 'loops', title: 'Loops', one: 'loop' },
    { list: 'switches', title: 'Switches under the foot', one: 'switch' },
    { list: 'hidden', title: 'Hidden settings', one: 'hidden setting' },
    { list: 'service', title: 'Service', one: 'entry' },
  ],
  jack: [{ list: 'modes', title: 'Switch positions', one: 'position' }],
  block: [
    { list: 'states', title: 'States', one: 'state' },
    { list: 'contacts', title: 'Contacts that change it', one: 'contact' },
    { list: 'pickups', title: 'Pickups', one: 'pickup' },
  ],
};

const REST: Readonly<Record<string, string>> = { modes: 'mode', states: 'state', patches: 'patch' };

type HasId = { readonly id: string };

function Inside({
  address,
  list,
  title,
  one,
}: {
  address: Address;
  list: string;
  title: string;
  one: string;
}) {
  const { item, edit, select, show } = usePanel('item', 'edit', 'select', 'show');
  const owner = partAt(item, address);
  const parts = (owner?.[list] ?? []) as readonly HasId[];
  const rest = REST[list];
  return (
    <section aria-label={title} className="border-t border-hair px-3 py-2">
      <h3 className="pb-1 text-xs text-muted">{title}</h3>
      <div className="flex flex-wrap gap-1">
        {parts.map(({ id }) => {
          const at = within(address, list, id);
          const isAtRest = rest !== undefined && parts.length > 1 && owner?.[rest] === id;
          return (
            <Button
              key={id}
              className="min-h-6 px-2 text-xs"
              onClick={() => (list === 'patches' ? show(id) : select(at))}
            >
              {nameOfPart(item, at)}
              {isAtRest ? <span className="text-muted">at rest</span> : null}
            </Button>
          );
        })}
        <Button
          look="quiet"
          className="min-h-6 px-2 text-xs"
          aria-label={`Add ${one}`}
          onClick={() => edit({ edit: 'add part', owner: address, list })}
        >
          + {one}
        </Button>
      </div>
    </section>
  );
}

const endWords = (item: GearItem, end: InnerEnd): string =>
  'jack' in end
    ? nameOfPart(item, `jacks/${end.jack}`)
    : `${nameOfPart(item, `blocks/${end.block}`)}${['in', 'out'].includes(end.port) ? '' : `, ${end.port}`}`;

/** The wires of the wiring that is drawn which begin or end at a jack or block. */
function Wires({ address }: { address: Address }) {
  const { item, patch, edit, select, beginWire } = usePanel('item', 'patch', 'edit', 'select', 'beginWire');
  const wires = item.patches.find(({ id }) => id === patch)?.wires ?? [];
  const isHere = (end: InnerEnd) =>
    kindOfPart(address) === 'jack'
      ? 'jack' in end && end.jack === idOf(address)
      : 'block' in end && end.block === idOf(address);
  const own = wires.flatMap(({ from, to }, i) => {
    const at = within(within('', 'patches', patch), 'wires', i);
    return isHere(from)
      ? [{ at, words: `to ${endWords(item, to)}` }]
      : isHere(to)
        ? [{ at, words: `from ${endWords(item, from)}` }]
        : [];
  });
  return (
    <section aria-label="Wires" className="border-t border-hair px-3 py-2">
      <h3 className="pb-1 text-xs text-muted">Wires</h3>
      <ul className="flex flex-col gap-1 text-sm">
        {own.map(({ at, words }) => (
          <li key={at} className="flex items-center gap-1">
            <Button look="quiet" className="min-h-6 flex-1 justify-start px-1" onClick={() => select(at)}>
              {words}
            </Button>
            <Button
              look="quiet"
              className="min-h-6 px-1.5"
              aria-label={`Remove the wire ${words}`}
              onClick={() => edit({ edit: 'remove part', address: at })}
            >
              ×
            </Button>
          </li>
        ))}
      </ul>
      <Button className="mt-1 min-h-6 px-2 text-xs" onClick={() => beginWire(address)}>
        Wire from here
      </Button>
    </section>
  );
}

const TITLES: Readonly<Record<string, string>> = {
  box: 'The box',
  mode: 'Switch position',
  state: 'State',
  wire: 'Inner wire',
  wiring: 'Inner wiring',
};

/** What can be done with the selected part beside writing its facts. */
function Acts({ address }: { address: Address }) {
  const { item, edit } = usePanel('item', 'edit');
  const kind = kindOfPart(address);
  const list = listOf(address);
  const owner = partAt(item, ownerOf(address));
  const rest = REST[list];
  const siblings = (owner?.[list] ?? []) as readonly unknown[];
  const isLast = siblings.length === 1 && (list === 'states' || list === 'patches');
  return (
    <div className="flex flex-wrap gap-1 px-3 pb-2">
      {['jack', 'block', 'control'].includes(kind) ? (
        <>
          <Button
            className="min-h-6 px-2 text-xs"
            onClick={() => edit({ edit: 'move part', address, by: -1 })}
          >
            Earlier
          </Button>
          <Button
            className="min-h-6 px-2 text-xs"
            onClick={() => edit({ edit: 'move part', address, by: 1 })}
          >
            Later
          </Button>
        </>
      ) : null}
      {rest !== undefined && owner?.[rest] !== idOf(address) ? (
        <Button className="min-h-6 px-2 text-xs" onClick={() => edit({ edit: 'set at rest', address })}>
          At rest
        </Button>
      ) : null}
      <Button
        look="danger"
        className="min-h-6 px-2 text-xs"
        disabled={isLast}
        title={isLast ? `A box has one ${kind} at least` : undefined}
        onClick={() => edit({ edit: 'remove part', address })}
      >
        Remove
      </Button>
    </div>
  );
}

/** The facts of what is selected on the panel; of the whole box where nothing is. */
export function PartFacts() {
  const { item, selected, select } = usePanel('item', 'selected', 'select');
  const kind = kindOfPart(selected);
  const owner = ownerOf(selected);
  const back = selected === '' ? null : owner;
  const inside = (INSIDE[kind] ?? []).map((inside) =>
    inside.list === 'pickups' && partAt(item, selected)?.role !== 'source' ? null : (
      <Inside key={inside.list} address={selected} {...inside} />
    ),
  );
  return (
    <section aria-label={selected === '' ? 'Facts of the box' : `Facts of ${nameOfPart(item, selected)}`}>
      <div className="flex items-center justify-between gap-2 px-3 pt-2 pb-1.5">
        <h2 className="min-w-0 truncate text-sm">
          {selected === '' ? TITLES.box : nameOfPart(item, selected)}
          {selected === '' ? null : (
            <span className="font-normal text-muted"> · {(TITLES[kind] ?? kind).toLowerCase()}</span>
          )}
        </h2>
        {back === null ? null : (
          <Button look="quiet" className="min-h-6 px-2 text-xs" onClick={() => select(back)}>
            {back === '' ? 'The box' : nameOfPart(item, back)}
          </Button>
        )}
      </div>
      {selected === '' ? null : <Acts address={selected} />}
      {kind === 'jack' || kind === 'block' ? <Wires address={selected} /> : null}
      {selected === '' ? <PartForm key="" address="" /> : inside}
      {selected === '' ? inside : <PartForm key={selected} address={selected} />}
    </section>
  );
}
