import { isOneInOneOut } from '../lengths';
import {
  isAudio,
  type Adapter,
  type Box,
  type Connector,
  type Jack,
  type Lead,
  type LeadKind,
} from '../model';

const ACCEPTS: Partial<Record<Connector, readonly Connector[]>> = {
  'ts-635': ['ts-635', 'trs-635'],
  'trs-635': ['ts-635', 'trs-635'],
  'ts-35': ['ts-35', 'trs-35'],
  'trs-35': ['ts-35', 'trs-35'],
  combo: ['ts-635', 'trs-635', 'xlr-m'],
  'xlr-f': ['xlr-m'],
  'xlr-m': ['xlr-f'],
  // A five-pin plug goes into the sockets with more pins that look like it.
  'din-7': ['din-5', 'din-7'],
  'din-8': ['din-5', 'din-8'],
};

/** Does a plug go into a jack? Only the shape is judged here. */
export function plugFits(plug: Connector, jack: Connector): boolean {
  return plug === 'none' || jack === 'none' ? plug === jack : (ACCEPTS[jack] ?? [jack]).includes(plug);
}

/** What an end of a lead presents after its adapters, or null when they do not fit one another. */
export function presents(end: Lead['from']): Connector | null {
  let at: Connector = end.plug.connector;
  for (const adapter of end.adapters) {
    if (adapter.takes !== at) return null;
    at = adapter.gives;
  }
  return at;
}

/** Is it a mono plug, adapters counted in? */
export const isMonoPlug = (end: Lead['from']): boolean => presents(end)?.startsWith('ts-') === true;

const NAMES: Record<Connector, string> = {
  'ts-635': '6.35 mm TS',
  'trs-635': '6.35 mm TRS',
  'xlr-f': 'XLR female',
  'xlr-m': 'XLR male',
  combo: 'combo',
  rca: 'RCA',
  'ts-35': '3.5 mm TS',
  'trs-35': '3.5 mm TRS',
  'speaker-twist': 'twist-lock speaker',
  'din-5': '5-pin DIN',
  'din-7': '7-pin DIN',
  'din-8': '8-pin DIN',
  'barrel-21': 'barrel 2.1 mm',
  'usb-a': 'USB A',
  'usb-b': 'USB B',
  'usb-c': 'USB C',
  bnc: 'BNC',
  optical: 'optical',
  network: 'network',
  mains: 'mains',
  none: 'no plug',
};

/** What a connector is called on paper: `6.35 mm TS`. */
export const connectorName = (connector: Connector): string => NAMES[connector];

/** Plugs that an adapter off the shelf can present, by what it takes. */
const ADAPTERS: readonly (readonly [takes: Connector, gives: Connector])[] = [
  ['ts-635', 'xlr-m'],
  ['ts-635', 'xlr-f'],
  ['trs-635', 'xlr-m'],
  ['trs-635', 'xlr-f'],
  ['xlr-m', 'trs-635'],
  ['xlr-f', 'trs-635'],
  ['ts-635', 'rca'],
  ['rca', 'ts-635'],
  ['ts-635', 'ts-35'],
  ['ts-35', 'ts-635'],
  ['trs-635', 'trs-35'],
  ['trs-35', 'trs-635'],
  ['ts-635', 'speaker-twist'],
  ['speaker-twist', 'ts-635'],
];

/** The adapter that lets a plug into a jack: none needed (null), one, or `undefined` where there is no such thing. */
export function adapterFor(plug: Connector, jack: Connector): Adapter | null | undefined {
  if (plugFits(plug, jack)) return null;
  const found = ADAPTERS.find(([takes, gives]) => takes === plug && plugFits(gives, jack));
  return found && { name: `${NAMES[found[0]]} to ${NAMES[found[1]]}`, takes: found[0], gives: found[1] };
}

const isBalanced = (jack: Jack) => jack.balance !== 'unbalanced';

/** The kind of lead that belongs between two jacks. */
export function leadKindFor(a: { box: Box; jack: Jack }, b: { box: Box; jack: Jack }): LeadKind {
  const carries = [a.jack.carries, b.jack.carries];
  for (const kind of [
    'air',
    'radio',
    'midi',
    'switch',
    'expression',
    'digital',
    'usb',
    'dc',
    'mains',
    'speaker',
  ] as const)
    if (carries.includes(kind)) return kind;
  if (isBalanced(a.jack) && isBalanced(b.jack)) return 'balanced';
  if (a.jack.channels > 1 && b.jack.channels > 1) return 'stereo';
  const row = [a, b].every(({ box, jack }) => isOneInOneOut(box) && isAudio(jack));
  return row && a.box.place === b.box.place ? 'patch' : 'instrument';
}

/** Would a lead of this kind be the right one between the jacks? A patch and an instrument lead differ by length only. */
export function kindServes(kind: LeadKind, wanted: LeadKind): boolean {
  const shielded: readonly LeadKind[] = ['instrument', 'patch'];
  return kind === wanted || (shielded.includes(kind) && shielded.includes(wanted));
}
