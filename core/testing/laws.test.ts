// What must hold on any rig, whichever rooms it takes to say so.
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { patchUp, SECTIONS } from '../bench';
import { insertable, insertEdit, moveChoices, pickUp, plugAnswers, removeEdit } from '../cables';
import { cureOf, judge } from '../findings';
import { groundLoops } from '../hum';
import { scheduleOf } from '../papers';
import { cardsOf } from '../planner';
import { applyEdit, type EditCall } from '../edits';
import { readRig, writeRig } from '../file';
import { checkInvariants, isAudio, isLink, patchRig, type Rig } from '../model';
import { bindTemplate, reconcile, TEMPLATES } from '../routings';
import { settingsOf, trace } from '../signal';
import { edited } from './build';
import { gear, hands, rigOf, spoiled, wiredWays } from './gear';

const bad = (rig: Rig) => judge(rig, null).filter((f) => f.severity === 'danger' || f.severity === 'fault');
const key = (f: { code: string; sound: string | null; parts: readonly { id: string }[] }) =>
  [f.code, f.sound, ...f.parts.map((p) => p.id)].join(' ');

/** An edit done and taken back: sound after, and deeply equal after undo. */
function soundly(rig: Rig, call: EditCall): Rig {
  const applied = applyEdit(rig, call);
  expect(checkInvariants(applied.rig)).toEqual([]);
  expect(patchRig(applied.rig, applied.inverse)).toEqual(rig);
  return applied.rig;
}

describe('routings', () => {
  test('every one that can be had is a sound rig without danger or fault, heard in every sound', () => {
    fc.assert(
      fc.property(gear, (g) => {
        for (const { rig } of wiredWays(rigOf(g))) {
          expect(checkInvariants(rig)).toEqual([]);
          expect(bad(rig).map(key)).toEqual([]);
          for (const setting of settingsOf(rig, null)) {
            const ends = trace(rig, setting).paths.map((path) => path.sections.at(-1)!.block.role);
            expect(ends.length).toBeGreaterThan(0);
            if (g.amp) expect(ends).toContain('speaker');
            if (g.desk) expect(ends).toContain('mix');
          }
        }
      }),
      { numRuns: 60 },
    );
  });

  test('taken again it changes nothing; taken back and forth no lead is lost or numbered anew', () => {
    fc.assert(
      fc.property(gear, (g) => {
        const bare = rigOf(g);
        for (const first of wiredWays(bare)) {
          for (const second of wiredWays(first.rig)) {
            const numbers = new Map(first.rig.leads.map((lead) => [lead.id, lead.number]));
            for (const lead of second.rig.leads)
              expect(numbers.get(lead.id) ?? lead.number).toBe(lead.number);
            for (const id of numbers.keys())
              expect(second.rig.leads.some((lead) => lead.id === id)).toBe(true);
            const template = TEMPLATES.find((t) => t.code === second.code)!;
            const wanted = bindTemplate(second.rig, template);
            if ('reason' in wanted) throw new Error(wanted.reason);
            const again = reconcile(second.rig, template.name, wanted);
            expect([again.put, again.move, again.away]).toEqual([[], [], []]);
          }
        }
      }),
      { numRuns: 25 },
    );
  });

  test('one that cannot be had says why in a sentence; one that can is counted on its own trial', () => {
    fc.assert(
      fc.property(gear, (g) => {
        for (const card of cardsOf(rigOf(g))) {
          if (!card.can) {
            expect(card.reason).toMatch(/^[A-Z].*\.$/);
            continue;
          }
          expect(card.groundLoops).toBe(groundLoops(card.trial, null));
          expect(card.fetch.length).toBe(scheduleOf(card.trial, null).all.count);
        }
      }),
      { numRuns: 20 },
    );
  });
});

describe('findings', () => {
  test('a cure that is offered takes its finding away, raises no new danger or fault, and is undone exactly', () => {
    fc.assert(
      fc.property(gear, fc.nat(), hands, (g, n, spoils) => {
        const ways = wiredWays(rigOf(g));
        const way = ways[n % Math.max(1, ways.length)];
        if (!way) return;
        const rig = spoiled(way.rig, spoils);
        const before = new Set(bad(rig).map(key));
        for (const finding of judge(rig, null).slice(0, 3)) {
          const cure = cureOf(rig, finding);
          if (!cure) continue;
          const after = soundly(rig, cure.edit);
          expect(judge(after, null).map(key)).not.toContain(key(finding));
          for (const left of bad(after)) expect(before).toContain(key(left));
        }
      }),
      { numRuns: 40 },
    );
  });

  test('they do not depend on what boxes, jacks and kinds are called', () => {
    fc.assert(
      fc.property(gear, fc.nat(), hands, (g, n, spoils) => {
        const ways = wiredWays(rigOf(g));
        const rig = spoiled(ways[n % Math.max(1, ways.length)]?.rig ?? rigOf(g), spoils);
        const renamed: Rig = {
          ...rig,
          boxes: rig.boxes.map((box, i) => ({
            ...box,
            name: `Box ${i}`,
            kind: 'thing',
            from: null,
            jacks: box.jacks.map((jack, j) => ({ ...jack, label: `J${j}` })),
            blocks: box.blocks.map((block, j) => ({ ...block, name: `B${j}` })),
          })),
        };
        expect(judge(renamed, null).map(key)).toEqual(judge(rig, null).map(key));
      }),
      { numRuns: 30 },
    );
  });
});

describe('hands', () => {
  test('whatever a jack offers can be done and undone; what simply fits brings no new fault of plug or direction', () => {
    fc.assert(
      fc.property(gear, fc.nat(), fc.nat(), hands, (g, n, j, spoils) => {
        const ways = wiredWays(rigOf(g));
        const rig = spoiled(ways[n % Math.max(1, ways.length)]?.rig ?? rigOf(g), spoils);
        const jacks = rig.boxes.flatMap((box) =>
          box.jacks.filter(isAudio).map((jack) => ({ box: box.id, jack: jack.id })),
        );
        const from = jacks[j % jacks.length]!;
        const wires = (r: Rig) =>
          judge(r, null).filter((f) => f.code === 'WIRE-PLUG' || f.code === 'WIRE-DIRECTION').length;
        const before = wires(rig);
        for (const answer of plugAnswers(rig, null, pickUp(rig, null, from)).slice(0, 12)) {
          expect(answer.offers.length).toBeGreaterThan(0);
          for (const offer of answer.offers) {
            const after = soundly(rig, offer.edit);
            if (answer.verdict !== 'wrong') expect(wires(after)).toBeLessThanOrEqual(before);
          }
        }
      }),
      { numRuns: 25 },
    );
  });

  test('one step later and one earlier is the same rig', () => {
    fc.assert(
      fc.property(gear, fc.nat(), (g, n) => {
        const ways = wiredWays(rigOf(g));
        const rig = ways[n % Math.max(1, ways.length)]?.rig;
        if (!rig) return;
        for (const box of rig.boxes) {
          const choices = moveChoices(rig, null, box.id, 'later');
          for (const choice of choices) {
            const moved = soundly(rig, choice.edit);
            if (choices.length > 1) continue;
            const back = moveChoices(moved, null, box.id, 'earlier');
            if (back.length === 1) expect(edited(moved, back[0]!.edit)).toEqual(rig);
          }
        }
      }),
      { numRuns: 25 },
    );
  });

  test('a box put into a lead and taken out again leaves the way as it was', () => {
    fc.assert(
      fc.property(gear, fc.nat(), (g, n) => {
        const [way] = wiredWays(rigOf({ ...g, pedals: g.pedals.slice(0, 4) }));
        if (!way) return;
        const spare = rigOf({ ...g, pedals: ['chorus'] }).boxes.find((box) => box.id === 'chorus')!;
        const rig = edited(way.rig, {
          edit: 'addBox',
          arguments: { box: { ...spare, id: 'spare', tag: 'SPARE', order: 99 } },
        });
        expect(insertable(rig, null).map((box) => box.id)).toContain('spare');
        const leads = rig.leads.filter((lead) => !isLink(lead) && lead.kind !== 'speaker');
        const lead = leads[n % leads.length]!;
        const call = insertEdit(rig, null, lead.id, 'spare');
        const inside = soundly(rig, call!);
        const out = soundly(inside, removeEdit(inside, null, 'spare'));
        const ends = (r: Rig, id: string) => r.leads.find((l) => l.id === id)!.to.at;
        expect(ends(out, lead.id)).toEqual(ends(rig, lead.id));
      }),
      { numRuns: 40 },
    );
  });
});

describe('papers and bench', () => {
  test('each plugged lead is one step and one row; sections never go back; the file comes back equal', () => {
    fc.assert(
      fc.property(gear, fc.nat(), hands, (g, n, spoils) => {
        const ways = wiredWays(rigOf(g));
        const rig = spoiled(ways[n % Math.max(1, ways.length)]?.rig ?? rigOf(g), spoils);
        const steps = patchUp(rig, null);
        const numbers = steps.flatMap((step) => (step.lead ? [step.lead.number] : [])).sort((a, b) => a - b);
        const plugged = scheduleOf(rig, null).rows.filter((row) => row.state !== 'put away');
        expect(numbers).toEqual(plugged.map((row) => row.number));
        const order = steps.map((step) => SECTIONS.findIndex((section) => section.id === step.section));
        expect(order).toEqual([...order].sort((a, b) => a - b));
        expect(new Set(steps.map((step) => step.id)).size).toBe(steps.length);
        const read = readRig(writeRig(rig));
        expect(read.ok && read.rig).toEqual(rig);
      }),
      { numRuns: 60 },
    );
  });
});
