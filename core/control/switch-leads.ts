// The lead that would: what has to be plugged, put right or fetched so that a channel can be switched from under a foot.
import { layEdit, scopeIn } from '../cables';
import { CATALOGUE, makeBox } from '../catalog';
import { trial, type EditCall, type SingleEdit } from '../edits';
import {
  boxOf,
  freshId,
  inNight,
  makeTag,
  pluggedIn,
  plugsAt,
  refAt,
  type Box,
  type JackEnd,
  type JackRef,
  type PlugAt,
  type Rig,
} from '../model';
import { channelsIn, notReached, type Channel } from './channels';
import { isMonoLead } from './feeds';

/** An act that lets a channel be switched as the sounds want, and what it is in words. */
export type SwitchLead = { readonly edit: EditCall; readonly text: string };

type Trial = { readonly edits: readonly SingleEdit[]; readonly text: string };

/** Acts that are looked at, at most. */
const MOST_TRIALS = 60;

const edits = (call: EditCall): readonly SingleEdit[] =>
  call.edit === 'together' ? call.arguments.edits : [call];

const nameOf = ({ box, jack }: JackEnd): string => `${jack.label} of ${box.name}`;

type At = { readonly rig: Rig; readonly variant: string | null };

const freeEnds = ({ rig, variant }: At, is: (end: JackEnd) => boolean): readonly JackEnd[] => {
  const of = inNight(rig, variant);
  return rig.boxes
    .flatMap((box) => box.jacks.map((jack) => ({ box, jack })))
    .filter((end) => is(end) && plugsAt(of, refAt(end)).length === 0);
};

const outs = (at: At, carries: 'switch' | 'midi') =>
  freeEnds(
    at,
    ({ box, jack }) => jack.carries === carries && jack.direction === 'out' && box.part !== 'lead',
  );

const replugged = (
  { variant }: At,
  { lead, side }: Pick<PlugAt, 'lead' | 'side'>,
  end: JackEnd,
): Pick<Trial, 'edits'> => ({
  edits: [{ edit: 'replug', arguments: { lead: lead.id, side, at: [refAt(end)], ...scopeIn(variant) } }],
});

/** A lead that comes from a contact of the wrong sort, from another one. */
function* fromAnother(at: At, { inputs }: Channel): Generator<Trial> {
  const of = inNight(at.rig, at.variant);
  for (const { poles } of inputs)
    for (const feed of poles.flatMap(({ feeds }) => feeds)) {
      const [plug] = plugsAt(of, refAt(feed));
      if (!plug || feed.trouble === null) continue;
      for (const end of outs(at, 'switch'))
        yield { ...replugged(at, plug, end), text: `Lead ${plug.lead.number} from ${nameOf(end)}` };
    }
}

/** Plugs that stand by one another's jack, tails in the wrong inputs, plugs with a pole too few. */
function* putRight({ rig, variant }: At, { box, inputs }: Channel): Generator<Trial> {
  const of = inNight(rig, variant);
  const leads = new Set([
    ...inputs.flatMap(({ leads: own, poles }) => [
      ...own,
      ...poles.flatMap(({ feeds }) => feeds.flatMap((feed) => feed.leads)),
    ]),
    ...box.jacks
      .filter(({ carries }) => carries === 'switch')
      .flatMap((jack) => plugsAt(of, { box: box.id, jack: jack.id }).map(({ lead }) => lead)),
  ]);
  for (const lead of leads)
    if (isMonoLead(lead)) {
      const plug = { ...lead.from.plug, connector: 'trs-635' as const };
      yield {
        edits: [
          {
            edit: 'setLeadKind',
            arguments: { id: lead.id, kind: 'switch', plugs: { from: plug, to: plug } },
          },
        ],
        text: `Lead ${lead.number} with stereo plugs`,
      };
    }
  const joints = rig.boxes.filter(({ part }) => part === 'lead');
  const standing = pluggedIn(of).filter(
    ({ lead, from, to }) =>
      leads.has(lead) ||
      [...from, ...to].some((ref) => joints.some(({ id }) => id === ref.box) || ref.box === box.id),
  );
  for (const { lead, from, to } of standing)
    for (const side of ['from', 'to'] as const) {
      const ref = (side === 'from' ? from : to)[0];
      const near = boxOf(rig, ref?.box);
      if (!ref || !near || lead.kind !== 'switch' || (near !== box && near.part !== 'lead')) continue;
      for (const jack of near.jacks) {
        if (jack.id === ref.jack || jack.carries !== 'switch') continue;
        const [there] = plugsAt(of, { box: near.id, jack: jack.id });
        yield there
          ? {
              edits: [
                {
                  edit: 'exchangeEnds',
                  arguments: {
                    a: { lead: lead.id, side },
                    b: { lead: there.lead.id, side: there.side },
                    ...scopeIn(variant),
                  },
                },
              ],
              text: `The plugs of lead ${lead.number} and lead ${there.lead.number} exchanged`,
            }
          : {
              ...replugged({ rig, variant }, { lead, side }, { box: near, jack }),
              text: `Lead ${lead.number} into ${nameOf({ box: near, jack })}`,
            };
      }
    }
}

/** One lead from a free relay or MIDI output. */
function* oneLead(at: At, { box }: Channel): Generator<Trial> {
  const lay = (from: JackEnd, to: JackEnd, what: string): Trial => ({
    edits: edits(layEdit(at.rig, at.variant, refAt(from), refAt(to))),
    text: `${what} from ${nameOf(from)} to ${nameOf(to)}`,
  });
  const own = (carries: string) =>
    freeEnds(at, (end) => end.box === box && end.jack.carries === carries && end.jack.direction !== 'out');
  for (const to of own('switch'))
    if (!to.jack.connector.startsWith('din'))
      for (const from of outs(at, 'switch')) yield lay(from, to, 'A stereo switch lead');
  for (const to of own('midi')) for (const from of outs(at, 'midi')) yield lay(from, to, 'A MIDI lead');
}

const TWO_TAILS = ['special-switch-lead', 'two-tail-lead'];

/** A lead with two tails, which nobody has yet: its one plug at the amplifier or at the relays. */
function* twoTails(at: At, { box, inputs }: Channel): Generator<Trial> {
  const { rig } = at;
  for (const { jack } of inputs) {
    const to = { box, jack };
    if (plugsAt(inNight(rig, at.variant), refAt(to)).length > 0) continue;
    const kind = CATALOGUE.find(({ id }) => id === TWO_TAILS[jack.connector.startsWith('din') ? 0 : 1]);
    if (!kind) continue;
    const joint: Box = makeBox(kind, {
      id: freshId(kind.id, new Set(rig.boxes.map(({ id }) => id))),
      name: kind.name,
      tag: makeTag(kind.name, new Set(rig.boxes.map(({ tag }) => tag))),
      place: box.place,
      order: Math.max(0, ...rig.boxes.map(({ order }) => order)) + 1,
    });
    const [whole, first, second] = joint.jacks;
    if (!whole || !first || !second) continue;
    const relays = outs(at, 'switch');
    for (const one of relays)
      for (const other of relays) {
        if (one === other) continue;
        const made: SingleEdit[] = [{ edit: 'addBox', arguments: { box: joint } }];
        let now = trial(rig, { edit: 'addBox', arguments: { box: joint } });
        const plugs: readonly (readonly [JackRef, JackEnd])[] = [
          [{ box: joint.id, jack: whole.id }, to],
          [{ box: joint.id, jack: first.id }, one],
          [{ box: joint.id, jack: second.id }, other],
        ];
        for (const [tail, end] of plugs) {
          if (!now) break;
          const lay = layEdit(now, at.variant, refAt(end), tail);
          made.push(...edits(lay));
          now = trial(now, lay);
        }
        // In a variant that follows the base, another plug may be in the way.
        if (!now) continue;
        yield {
          edits: made,
          text: `A ${kind.name.toLowerCase()}, to ${nameOf(to)}: tail ${first.label} from ${nameOf(one)}, tail ${second.label} from ${nameOf(other)}`,
        };
      }
  }
}

const together = ({ edits: all, text }: Trial): SwitchLead => ({
  edit: all.length === 1 && all[0] ? all[0] : { edit: 'together', arguments: { label: text, edits: all } },
  text,
});

/** What of a channel is not reached after an act; null: it cannot be done. */
const leftAfter = ({ rig, variant }: At, { key }: Channel, { edits: own }: Trial) => {
  const after = own.reduce<Rig | null>((now, edit) => now && trial(now, edit), rig);
  if (!after) return null;
  const then = channelsIn(inNight(after, variant)).find((one) => one.key === key);
  return { after, left: then ? notReached(then).length : Infinity };
};

/**
 * The acts that let every sound have a channel as it wants it, each proved on a trial of the rig: what is plugged put
 * right, then one lead, two, one with two tails. None: nothing in the rig can switch it.
 */
export function switchLeads(at: At, channel: Channel): readonly SwitchLead[] {
  const now = notReached(channel).length;
  if (now === 0) return [];
  let trials = 0;
  let best: { trial: Trial; left: number; after: Rig } | null = null;
  const proved = (makes: Generator<Trial>): readonly SwitchLead[] => {
    const found: SwitchLead[] = [];
    for (const made of makes) {
      if (trials++ >= MOST_TRIALS || found.length > 2) break;
      const then = leftAfter(at, channel, made);
      if (then?.left === 0) found.push(together(made));
      else if (then && then.left < (best?.left ?? now)) best = { trial: made, ...then };
    }
    return found;
  };
  for (const makes of [putRight, fromAnother, oneLead]) {
    const found = proved(makes(at, channel));
    if (found.length > 0) return found;
  }
  // What one lead leaves open a second may close.
  const half = best as { trial: Trial; after: Rig } | null;
  if (half)
    for (const second of oneLead({ ...at, rig: half.after }, channel)) {
      const both = {
        edits: [...half.trial.edits, ...second.edits],
        text: `${half.trial.text}; ${second.text.charAt(0).toLowerCase()}${second.text.slice(1)}`,
      };
      if (trials++ >= MOST_TRIALS) break;
      if (leftAfter(at, channel, both)?.left === 0) return [together(both)];
    }
  return proved(twoTails(at, channel)).slice(0, 1);
}
