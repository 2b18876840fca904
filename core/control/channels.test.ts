// Channels of amplifiers: what reaches them, what is wrong with it, and the lead that would.
import { describe, expect, test } from '@jest/globals';
import { applyEdit } from '../edits';
import { inNight, inSetting, makeLead, newVariant, type Lead, type Rig } from '../model';
import { build, plugged } from '../testing/build';
import { of, stand, withSounds } from '../testing/feet';
import { judge } from '../findings';
import { channelCards, channelsIn, inputsIn, notReached, switchLeads } from './index';

const HEAD = 'valve-head';
const two = (rig: Rig, key = `${HEAD}/preamp`, state = 'lead') =>
  stand(withSounds(rig, 'Clean', 'Lead'), 's1', { [key]: state });
const channel = (rig: Rig, key = `${HEAD}/preamp`) => channelsIn(of(rig)).find((one) => one.key === key)!;
const comes = (rig: Rig, key?: string) =>
  [...channel(rig, key).comes].map(([state, { by, boxes, closed }]) => [
    state,
    by,
    boxes.map(({ tag }) => tag).join(),
    closed?.join('+') ?? null,
  ]);
const ways = (rig: Rig, key?: string) => switchLeads({ rig, variant: null }, channel(rig, key));
const withLead = (rig: Rig, id: string, change: (lead: Lead) => Lead): Rig => ({
  ...rig,
  leads: rig.leads.map((lead) => (lead.id === id ? change(lead) : lead)),
});
const mono = (lead: Lead): Lead => {
  const plug = { ...lead.from.plug, connector: 'ts-635' as const };
  return { ...lead, from: { ...lead.from, plug }, to: { ...lead.to, plug } };
};

const STAGE = 'guitar, effects-only unit, relay box, latching footswitch, momentary footswitch, valve head';
const stage = (...plugs: string[]) => two(plugged(build(STAGE), ...plugs));

describe('a channel of an amplifier', () => {
  test('nothing is plugged: it cannot be switched from here, and a lead from a free relay would do', () => {
    const rig = two(build('guitar, effects-only unit, valve head'));
    expect([notReached(channel(rig)), comes(rig)]).toEqual([['clean', 'lead'], []]);
    const [first] = ways(rig);
    const after = applyEdit(rig, first!.edit).rig;
    expect(first!.text).toBe(
      'A stereo switch lead from RELAY 1 of Effects-only unit to FOOTSWITCH of Valve head',
    );
    expect(notReached(channel(after))).toEqual([]);
  });

  test('a jack that holds another lead in a variant of the base is passed over', () => {
    const rig = two(build('guitar, effects-only unit, valve head'));
    const stray = makeLead({ id: 'stray', number: 40, kind: 'switch', from: [], to: [] });
    const leads = { stray: { from: [{ box: 'effects-only-unit', jack: 'relay-1' }], to: [] } };
    const variants = [{ ...newVariant(rig, null, 'Night'), leads }];
    const [first] = ways({ ...rig, leads: [stray], variants });
    expect(first?.text).toMatch(/from RELAY 2 of Effects-only unit/);
  });

  test('sounds that want the same of it leave nothing to reach', () => {
    expect(notReached(channel(withSounds(build('guitar, valve head'), 'A', 'B')))).toEqual([]);
  });

  test('nothing in the rig could: no lead is named', () => {
    expect(ways(two(build('guitar, valve head')))).toEqual([]);
  });

  test('a relay of a unit that calls it: open for one state, its tip closed for the other', () => {
    const rig = stage('effects-only-unit/relay-1 / valve-head/foot');
    expect(comes(rig)).toEqual(
      [
        ['clean', 'call', 'UNIT', ''],
        ['lead', 'call', 'UNIT', 'tip'],
      ].map(([state, by, , closed]) => [state, by, expect.any(String), closed]),
    );
  });

  test('contacts that stay switch a channel under the foot; those that go back do not', () => {
    const stays = stage('two-button-footswitch-latching/out / valve-head/foot');
    expect(comes(stays).map(([state, by]) => [state, by])).toEqual([
      ['clean', 'switch'],
      ['lead', 'switch'],
    ]);
    const goesBack = stage('two-button-footswitch-momentary/out / valve-head/foot');
    expect(comes(goesBack)).toEqual([]);
    expect(channel(goesBack).inputs[0]!.poles[0]!.feeds[0]!.trouble).toEqual({ what: 'momentary' });
  });
});

test('a lead from a contact of the wrong sort is offered another one to come from', () => {
  const rig = two(
    build(
      'guitar, effects-only unit, momentary footswitch, valve head',
      'two-button-footswitch-momentary/out / valve-head/foot',
    ),
  );
  const [first] = ways(rig);
  expect(first!.text).toBe('Lead 1 from RELAY 1 of Effects-only unit');
  expect(notReached(channel(applyEdit(rig, first!.edit).rig))).toEqual([]);
});

test('the card: who reaches each pole, how it stands in the sound in force, how each sound comes to it', () => {
  const rig = stage('effects-only-unit/relay-1 / valve-head/foot');
  const card = (sound: string) => channelCards(inSetting(rig, { variant: null, sound }))[0]!;
  const { inputs, channels } = card('s1');
  expect(inputs[0]!.poles[0]).toMatchObject({
    does: ['Preamp: closed lead, open clean'],
    feeds: [{ from: 'RELAY 1 of Effects-only unit', by: 'lead 1', trouble: '', note: '' }],
    isClosed: true,
  });
  expect(card('s0').inputs[0]!.poles[0]!.isClosed).toBe(false);
  expect(channels[0]!.sounds.map(({ wants, how }) => [wants, how])).toEqual([
    ['clean', 'called from Effects-only unit, all open'],
    ['lead', 'called from Effects-only unit, tip closed'],
  ]);
});

describe('two functions on one plug', () => {
  const four = (...plugs: string[]) =>
    plugged(build('guitar, effects-only unit, relay box, two-tail lead, four-channel head'), ...plugs);
  const KEY = 'four-channel-head/preamp';
  const wanted = (rig: Rig) => {
    const named = withSounds(rig, 'Clean', 'Crunch', 'Lead');
    return stand(stand(named, 's1', { [KEY]: 'crunch' }), 's2', { [KEY]: 'lead' });
  };

  test('a relay of one pole gives two of three states; a lead with two tails gives them all', () => {
    const one = wanted(four('effects-only-unit/relay-1 / four-channel-head/foot'));
    expect(notReached(channel(one, KEY))).toEqual(['lead']);
    const both = wanted(
      four(
        'effects-only-unit/relay-1 / two-tail-switch-lead/tip',
        'effects-only-unit/relay-2 / two-tail-switch-lead/ring',
        'two-tail-switch-lead/stereo / four-channel-head/foot',
      ),
    );
    expect(comes(both, KEY).map(([state, , , closed]) => [state, closed])).toEqual([
      ['clean', ''],
      ['crunch', 'tip'],
      ['lead', 'ring'],
    ]);
    // Mono at the near end, its ring goes nowhere, though the jack at the far end holds nothing closed.
    const near = withLead(both, 'lead-3', (lead) => ({ ...lead, from: mono(lead).from }));
    expect(notReached(channel(near, KEY))).toEqual(['lead']);
    expect(channel(near, KEY).inputs[0]!.poles.map(({ isHeld }) => isHeld)).toEqual([false, false]);
  });

  test('a mono plug holds the ring closed: its function is on whatever is pressed', () => {
    const held = withLead(wanted(four('effects-only-unit/relay-1 / four-channel-head/foot')), 'lead-1', mono);
    expect(channel(held, KEY).inputs[0]!.poles.map(({ isHeld }) => isHeld)).toEqual([false, true]);
    expect([...channel(held, KEY).comes.keys()]).toEqual(['lead']);
  });

  test('MIDI gives every channel, and is offered where no contact could', () => {
    const rig = wanted(four());
    const texts = ways(rig, KEY).map(({ text }) => text);
    expect(texts).toEqual(['A MIDI lead from MIDI OUT of Effects-only unit to MIDI IN of Four-channel head']);
    const after = applyEdit(rig, ways(rig, KEY)[0]!.edit).rig;
    expect(channel(after, KEY).comes.get('lead')).toMatchObject({ by: 'call', closed: null });
  });
});

describe('a socket of the maker’s own', () => {
  const KEY = 'valve-head-seven-pin-footswitch/preamp';
  const rig = (...plugs: string[]) => {
    const named = withSounds(
      plugged(build('guitar, effects-only unit, seven-pin switch lead, seven-pin head'), ...plugs),
      'Clean',
      'Lead',
    );
    return stand(named, 's1', { [KEY]: 'lead', 'valve-head-seven-pin-footswitch/boost': 'on' });
  };

  test('its lead is fetched, and each tail is named with what it comes from', () => {
    const bare = rig();
    const [first] = ways(bare, KEY);
    expect(first!.text).toBe(
      'A seven-pin switch lead, two tails, to FOOTSWITCH of Valve head, seven-pin footswitch: tail CHANNEL from RELAY 1 of Effects-only unit, tail BOOST from RELAY 2 of Effects-only unit',
    );
    const after = applyEdit(bare, first!.edit).rig;
    expect(channelsIn(inNight(after, null)).map((one) => notReached(one))).toEqual([[], []]);
    expect(after.leads.at(-3)!.from.plug.connector).toBe('din-7');
  });

  test('one relay on the wrong tail does not reach the channel; the other tail does', () => {
    const wrong = rig(
      'seven-pin-switch-lead-two-tails/amp / valve-head-seven-pin-footswitch/foot',
      'effects-only-unit/relay-1 / seven-pin-switch-lead-two-tails/boost',
    );
    expect(notReached(channel(wrong, KEY))).toEqual(['clean', 'lead']);
    const texts = ways(wrong, KEY).map(({ text }) => text);
    expect(texts[0]).toMatch(/into CHANNEL of Seven-pin switch lead/);
  });

  test('a MIDI lead in it is no switch lead', () => {
    const midi = rig('effects-only-unit/midi-out : valve-head-seven-pin-footswitch/foot');
    expect(channel(midi, KEY).inputs[0]!.stranger).toMatchObject({
      lead: { kind: 'midi' },
      far: { jack: { id: 'midi-out' } },
    });
  });
});

test('two poles of one lead with the wrong contacts are one finding', () => {
  const rig = build(
    'momentary footswitch, four-channel head',
    'two-button-footswitch-momentary/out / four-channel-head/foot',
  );
  expect(inputsIn(of(rig)).flatMap(({ poles }) => poles.map(({ feeds }) => feeds.length))).toEqual([1, 1]);
  expect(judge(rig, null).filter(({ code }) => code === 'CTRL-JACK')).toHaveLength(1);
});

test('a contact that stands less than the jack puts on it is not trusted with it', () => {
  const rig = stage('effects-only-unit/relay-1 / valve-head/foot');
  const set = (r: Rig, box: string, jack: string, value: number) =>
    applyEdit(r, {
      edit: 'setFigure',
      arguments: {
        box,
        at: { on: 'contact', jack, field: 'switchVolts' },
        figure: { value, source: 'manual' },
      },
    }).rig;
  const weak = set(set(rig, HEAD, 'foot', 40), 'effects-only-unit', 'relay-1', 24);
  expect(channel(weak).inputs[0]!.poles[0]!.feeds[0]!.trouble).toEqual({
    what: 'volts',
    volts: 40,
    stands: 24,
  });
  expect(notReached(channel(weak))).toEqual(['clean', 'lead']);
  expect(channel(set(weak, HEAD, 'foot', 12)).inputs[0]!.poles[0]!.feeds[0]!.trouble).toBeNull();
});
