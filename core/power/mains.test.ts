// Mains by hand: who is on which circuit, behind what, and what that adds up to.
import { describe, expect, test } from '@jest/globals';
import { inNight, makeLead, type Rig } from '../model';
import { build, edited } from '../testing/build';
import { powered, withJack } from '../testing/grounds';
import { circuitLoads, hotIn, mainsBoxes, plugVa, stripLoads, wrongMains } from './index';

const known = (value: number) => ({ value, source: 'manual' as const });
const night = (rig: Rig) => inNight(rig, null);

/** A head and a combo behind a distribution, a desk in an outlet of its own. */
function stage(): Rig {
  const rig = build('guitar, valve head, combo, desk, mains distribution');
  const lead = (n: number, outlet: string, box: string) =>
    ({
      edit: 'plug',
      arguments: {
        lead: makeLead({
          id: `mains-${n}`,
          number: n,
          kind: 'mains',
          from: [{ box: 'mains-distribution', jack: outlet }],
          to: [{ box, jack: 'mains' }],
        }),
      },
    }) as const;
  const plugged = edited(
    rig,
    {
      edit: 'setMains',
      arguments: {
        mains: {
          volts: 230,
          hertz: 50,
          circuits: [
            { id: 'a', name: 'A', amps: 16 },
            { id: 'b', name: 'B' },
          ],
          outlets: [
            { id: 'left', name: 'Left', circuit: 'a', group: '' },
            { id: 'house', name: 'House', circuit: 'b', group: '' },
          ],
          earthDifferences: [],
        },
      },
    },
    lead(1, 'outlet-1', 'valve-head'),
    lead(2, 'outlet-2', 'combo'),
    { edit: 'setWallOutlet', arguments: { box: 'mains-distribution', jack: 'mains', outlet: 'left' } },
    { edit: 'setWallOutlet', arguments: { box: 'desk', jack: 'mains', outlet: 'house' } },
  );
  return ['valve-head', 'combo', 'desk'].reduce(
    (r, id, i) => powered(r, id, { va: known(100 * (i + 1)) }),
    plugged,
  );
}

describe('mains', () => {
  test('a box is on the circuit that its distribution is on; what a distribution draws is what hangs behind it', () => {
    const loads = circuitLoads(night(stage()));
    expect(
      loads.map(({ circuit, va, rating, boxes }) => [circuit.id, va, rating, boxes.map(({ box }) => box.id)]),
    ).toEqual([
      ['a', 300, 16, ['valve-head', 'combo']],
      ['b', 300, null, ['desk']],
    ]);
    expect(loads[0]!.amps).toBeCloseTo(300 / 230, 9);
    const [strip] = stripLoads(night(stage()));
    expect([strip!.va, strip!.rating]).toEqual([300, 10]);
  });

  test('a box with a courtesy outlet draws its own besides what hangs behind it', () => {
    const rig = withJack(stage(), 'combo', 'input', {
      direction: 'out',
      carries: 'mains',
      mainsOutlet: { earthed: true, group: null },
    });
    const behind = edited(
      rig,
      { edit: 'unplug', arguments: { lead: 'mains-1', side: 'from' } },
      {
        edit: 'replug',
        arguments: { lead: 'mains-1', side: 'from', at: [{ box: 'combo', jack: 'input' }] },
      },
    );
    const all = mainsBoxes(night(behind));
    expect(circuitLoads(night(behind))[0]!.va).toBe(300);
    expect(
      plugVa(
        all,
        all.find(({ box }) => box.id === 'combo')!,
      ),
    ).toBe(300);
    expect(
      plugVa(
        all,
        all.find(({ box }) => box.id === 'mains-distribution')!,
      ),
    ).toBe(300);
    expect(
      plugVa(
        all,
        all.find(({ box }) => box.id === 'valve-head')!,
      ),
    ).toBe(100);
  });

  test('a plate that nobody has read is named', () => {
    const [first] = circuitLoads(night(powered(stage(), 'combo', { va: undefined })));
    expect(first!.unknown.map(({ id }) => id)).toEqual(['combo']);
  });

  test('230 on 240 V is right, on 120 V wrong; 60 Hz is wrong for what is made for 50', () => {
    const at = (volts: number, hertz: number) => {
      const rig = stage();
      const mains = { ...rig.stage.mains, volts, hertz };
      return wrongMains(night({ ...rig, stage: { ...rig.stage, mains } })).map(
        ({ box, wrong }) => `${box.id} ${wrong}`,
      );
    };
    expect(at(240, 50)).toEqual([]);
    expect(at(120, 60)).toEqual(['valve-head volts', 'combo volts', 'desk volts']);
    const fifty = powered(stage(), 'desk', { hertz: [50] });
    const mains = { ...fifty.stage.mains, hertz: 60 };
    expect(
      wrongMains(night({ ...fifty, stage: { ...fifty.stage, mains } })).map(({ wrong }) => wrong),
    ).toEqual(['hertz']);
  });

  test('behind a step-down transformer a box gets its volts; it carries 1.3 times the VA', () => {
    const bare = build('guitar, combo, step-down transformer');
    const rig = edited(
      powered(bare, 'combo', { volts: [115], va: known(400) }),
      { edit: 'setMains', arguments: { mains: { ...bare.stage.mains, volts: 230 } } },
      {
        edit: 'plug',
        arguments: {
          lead: makeLead({
            id: 'mains-1',
            number: 1,
            kind: 'mains',
            from: [{ box: 'step-down-transformer', jack: 'outlet' }],
            to: [{ box: 'combo', jack: 'mains' }],
          }),
        },
      },
    );
    expect(wrongMains(night(rig))).toEqual([]);
    const [behind] = stripLoads(night(rig));
    expect([behind!.wantsVa, behind!.hasVa, behind!.va]).toEqual([520, 500, 400]);
    // Its amperes are those behind it, at its own volts.
    expect(behind!.amps).toBeCloseTo(400 / 115, 1);
    const loose = edited(rig, { edit: 'unplug', arguments: { lead: 'mains-1', side: 'from' } });
    expect(wrongMains(night(loose)).map(({ box }) => box.id)).toEqual(['combo']);
  });

  test('a lead that was plugged from the box to the outlet feeds it all the same', () => {
    const turned: Rig = {
      ...stage(),
      leads: stage().leads.map((lead) => ({
        ...lead,
        from: { ...lead.from, at: lead.to.at },
        to: { ...lead.to, at: lead.from.at },
      })),
    };
    const told = (rig: Rig) =>
      circuitLoads(night(rig)).map(({ circuit, boxes, amps }) => [
        circuit.id,
        boxes.map(({ box }) => box.id),
        amps,
      ]);
    expect(told(turned)).toEqual(told(stage()));
    expect(mainsBoxes(night(turned)).map(({ box, via }) => [box.id, via.length])).toEqual(
      mainsBoxes(night(stage())).map(({ box, via }) => [box.id, via.length]),
    );
  });

  test('an outlet without an earth is told of whatever hangs behind it', () => {
    const jack = stage()
      .boxes.find(({ id }) => id === 'mains-distribution')!
      .jacks.find(({ id }) => id === 'outlet-1')!;
    const rig = withJack(stage(), 'mains-distribution', 'outlet-1', {
      mainsOutlet: { ...jack.mainsOutlet!, earthed: false },
    });
    expect(mainsBoxes(night(rig)).flatMap(({ box, unearthed }) => (unearthed ? [box.id] : []))).toEqual([
      'valve-head',
    ]);
  });

  test('heat: a valve head and a load in a closed place, not a cabinet, not once ventilation is noted', () => {
    const rig = build('guitar, valve head, load box, cab 16');
    const closed = edited(rig, { edit: 'setEnclosed', arguments: { id: 'backline', enclosed: true } });
    const hot = (r: Rig) => hotIn(r, () => 20).map(({ box, watts }) => [box.id, Math.round(watts)]);
    expect(hot(rig)).toEqual([]);
    expect(hot(closed)).toEqual([
      ['valve-head', 110],
      ['load-box', 20],
    ]);
    expect(
      hot(edited(closed, { edit: 'setVentilation', arguments: { id: 'backline', ventilation: 'fan' } })),
    ).toEqual([]);
  });
});
