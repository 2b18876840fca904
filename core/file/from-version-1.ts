// Version 2 made facts of what stood in prose: outlets of supplies, ground lifts and pads of DI boxes.
import { clone, follow, isPlain, BETWEEN_PARTS, type Plain, type Named } from '../model';

const listOf = (owner: Plain, field: string): readonly Plain[] => {
  const list = owner[field];
  return Array.isArray(list) ? (list as readonly unknown[]).filter(isPlain) : [];
};

const assumed = (value: number) => ({ value, source: 'assumed' });

/** `9 V, 100 mA, isolated`, as the catalogue of version 1 wrote it. */
const OUTLET = /^(\d+(?:\.\d+)?) V, (\d+) mA, (isolated|shared)$/;

function withOutlet(jack: Plain): Plain {
  const said = typeof jack.notes === 'string' ? OUTLET.exec(jack.notes) : null;
  if (!said || jack.carries !== 'dc' || jack.direction !== 'out') return jack;
  const [, volts, milliamps, ground] = said;
  return {
    ...jack,
    notes: '',
    dcOutlet: {
      volts: assumed(Number(volts)),
      milliamps: assumed(Number(milliamps)),
      kind: 'dc',
      polarity: 'centre-negative',
      group: ground === 'shared' ? 'shared' : null,
    },
  };
}

/** What a pad takes off where nobody wrote down how much. */
const PAD_DB = -20;

/** Gives the one mode of a jack a second beside it; a jack with more has switches of its own already. */
function withSwitch(
  jack: Plain,
  names: readonly [string, string],
  second: (mode: Plain) => Plain,
  isSecond: boolean,
): Plain {
  const [mode, ...more] = listOf(jack, 'modes');
  if (!mode || more.length > 0) return jack;
  const other: Plain = { ...second(mode), name: names[1] };
  return { ...jack, modes: [{ ...mode, name: names[0] }, other], mode: isSecond ? other.id : jack.mode };
}

const lifted = (mode: Plain): Plain => ({ ...mode, id: 'lifted', ground: 'lifted' });

function padded(mode: Plain): Plain {
  const most = isPlain(mode.maxDbu) && typeof mode.maxDbu.value === 'number' ? mode.maxDbu.value : null;
  return {
    ...mode,
    id: 'padded',
    gainDb: assumed(PAD_DB),
    ...(most === null ? {} : { maxDbu: assumed(most - PAD_DB) }),
  };
}

const valueOf = (hidden: Plain | undefined): string =>
  typeof hidden?.value === 'string' ? hidden.value : '';

/** The hidden settings of the catalogue's DI boxes become positions of their jacks. */
function withSwitches(box: Plain): Plain {
  const hidden = listOf(box, 'hidden');
  const noted = (id: string, label: string) => hidden.find((item) => item.id === id && item.label === label);
  const [lift, pad] = [noted('lift', 'GROUND LIFT'), noted('pad', 'PAD')];
  if (!lift && !pad) return box;
  const told = new Set<Plain>();
  const jacks = listOf(box, 'jacks').map((jack) => {
    if (lift && jack.direction === 'out' && jack.carries === 'mic') {
      const isLifted = /lift|open/i.test(valueOf(lift));
      const switched = withSwitch(jack, ['ground joined', 'ground lifted'], lifted, isLifted);
      if (switched === jack) return jack;
      told.add(lift);
      // With the lift closed the shield goes through, transformer or not.
      return { ...switched, ground: 'audio' };
    }
    if (pad && jack.direction === 'in' && jack.carries === 'instrument') {
      const isIn = /\b(on|in)\b/i.test(valueOf(pad));
      const switched = withSwitch(jack, ['no pad', `pad ${PAD_DB} dB`], padded, isIn);
      if (switched !== jack) told.add(pad);
      return switched;
    }
    return jack;
  });
  // What no jack could take over stays written down.
  return { ...box, jacks, hidden: hidden.filter((item) => !told.has(item)) };
}

/** What version 1 did not check: names there may lead nowhere in files that were read all the same. */
const UNCHECKED = ['boxes[].memory.', 'sounds[].messages[]', 'acceptedFindings[]', 'stage.mains.'];

function forgetLost(raw: Plain) {
  const ids = (list: readonly Plain[]) => list.map((item) => String(item.id));
  const boxes = listOf(raw, 'boxes');
  const inBoxes = (field: string) =>
    boxes.flatMap((box) => ids(listOf(box, field)).map((id) => `${String(box.id)}/${id}`));
  const stage = isPlain(raw.stage) ? raw.stage : {};
  const mains = isPlain(stage.mains) ? stage.mains : {};
  const known: Partial<Record<Named, readonly string[]>> = {
    box: ids(boxes),
    jack: inBoxes('jacks'),
    block: inBoxes('blocks'),
    lead: ids(listOf(raw, 'leads')),
    sound: ids(listOf(raw, 'sounds')),
    variant: ids(listOf(raw, 'variants')),
    circuit: ids(listOf(mains, 'circuits')),
    'mains outlet': ids(listOf(mains, 'outlets')),
  };
  for (const row of BETWEEN_PARTS.filter(({ at }) => UNCHECKED.some((start) => at.startsWith(start)))) {
    const there = new Set(known[row.to]);
    follow(raw, row, (spot) => (there.has(spot.ids.join('/')) ? 'stays' : 'gone'));
  }
}

/** @param old a parsed file of version 1 that nothing has checked yet */
export function fromVersion1(old: Plain): Plain {
  const raw: Record<string, unknown> = clone(old);
  if (Array.isArray(raw.boxes))
    raw.boxes = (raw.boxes as readonly unknown[]).map((box) =>
      isPlain(box) && Array.isArray(box.jacks)
        ? withSwitches({
            ...box,
            jacks: (box.jacks as readonly unknown[]).map((jack) => (isPlain(jack) ? withOutlet(jack) : jack)),
          })
        : box,
    );
  forgetLost(raw);
  return raw;
}
