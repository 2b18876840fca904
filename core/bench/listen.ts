// Lift and listen as a walk: what is told apart before any lead is touched, then one shield at a time.
import { heardWords, listenBasis, listenings, listenStep, newestHeard, type Listening } from '../hum';
import { endWords, inNight, pluggedIn, type Rig } from '../model';
import { formatDb, inWords } from '../units';
import { step, stringsStep, walkLead, type WalkStep } from './parts';

const numbers = (leads: readonly { readonly number: number }[]): string =>
  `lead${leads.length > 1 ? 's' : ''} ${inWords(leads.map(({ number }) => String(number)))}`;

/** What is reckoned: the figure beside which stands what is heard. */
function estimateWords(estimateDb: number): string {
  const db = Math.round(estimateDb);
  if (db === 0) return 'Reckoned alike, lifted or whole';
  return `Reckoned: ${formatDb(-db)} dB of hum when lifted, ±6 dB`;
}

function listenSteps(rig: Rig, variant: string | null, leads: readonly Listening[]): readonly WalkStep[] {
  const of = inNight(rig, variant);
  return leads.flatMap(({ lead, receiving, isLifted, estimateDb, loops }): readonly WalkStep[] => {
    const entry = pluggedIn(of).find((one) => one.lead === lead);
    if (!entry) return [];
    const end = lead.break.end ?? receiving;
    const at = endWords(rig, entry[end]);
    const [lift, restore] = [`lift the shield at ${at}`, `restore the shield at ${at}`];
    const acts = isLifted ? [restore, 'listen', lift, 'listen'] : [lift, 'listen', restore, 'listen'];
    const before = newestHeard(of, lead.id);
    const basis = listenBasis(of, entry);
    return [
      {
        ...step('listen', listenStep(lead), basis, { lead: walkLead(rig, entry) }),
        basis,
        listen: {
          acts,
          end,
          why: loops.length > 0 ? `In ${loops.map((words) => `the loop by ${words}`).join('; ')}` : '',
          estimate: estimateWords(estimateDb),
          heard: before ? heardWords(before) : null,
        },
      },
    ];
  });
}

/** Of the technician's tests those that tell the pickup, the guitar and the amplifier from the grounds. */
const TESTS: readonly (readonly [id: string, text: string])[] = [
  [
    'tell-masters',
    'Masters down and desk muted each time a lead is touched; up again to listen, nobody plays',
  ],
  [
    'tell-how',
    'Shields are opened by a coupler or a lead made for it: never at a mains plug, never on a speaker lead',
  ],
  ['tell-turn', 'Turn the player round: hum that changes comes by the pickups, and no lift helps it'],
  ['tell-volume', 'Guitar volume to zero: hum that goes is the guitar’s or its lead’s'],
];

/** Steps of lifting and listening in a night; none where no shield is worth it. */
export function listenWalk(rig: Rig, variant: string | null): readonly WalkStep[] {
  const { leads, held } = listenings(inNight(rig, variant));
  if (leads.length === 0 && held.length === 0) return [];
  return [
    ...held.map(({ box, leads: waiting }) =>
      step(
        'tell',
        `tell-earth-${box.id}`,
        `Have the earth of ${box.name} proved: unplugged, from the plug’s earth pin to the chassis, by a qualified person; not by this plan`,
        {
          caution: `Until then no shield of ${numbers(waiting)} is lifted: it may be all that keeps the strings from the mains. Hum that falls when one is lifted means this earth is to be suspected first.`,
        },
      ),
    ),
    ...stringsStep(rig).map((one): WalkStep => ({ ...one, section: 'tell' })),
    ...TESTS.map(([id, text]) => step('tell', id, text)),
    ...listenSteps(rig, variant, leads),
    ...(leads.length > 0
      ? [
          step(
            'after',
            'after-shields',
            `Shields as recorded: ${asRecorded(leads)}. What is to stay otherwise is recorded and marked on its label`,
          ),
        ]
      : []),
  ];
}

function asRecorded(leads: readonly Listening[]): string {
  const [lifted, whole] = [true, false].map((is) =>
    leads.filter(({ isLifted }) => isLifted === is).map(({ lead }) => lead),
  );
  return [
    ...(whole && whole.length > 0 ? [`${numbers(whole)} whole`] : []),
    ...(lifted && lifted.length > 0 ? [`${numbers(lifted)} lifted`] : []),
  ].join(', ');
}
