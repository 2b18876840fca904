// What must hold on any rig, whichever rooms it takes to say so.
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { patchUp, SECTIONS } from '../bench';
import { insertable, insertEdit, pickUp, plugAnswers, removeEdit } from '../cables';
import { cureOf, judge, type Finding } from '../findings';
import { groundLoops } from '../hum';
import { scheduleOf } from '../papers';
import { cardsOf } from '../planner';
import { applyEdit, type EditCall } from '../edits';
import { readRig, writeRig } from '../file';
import { checkInvariants, isAudio, isLink, jackOf, patchRig, type JackRef, type Rig } from '../model';
import { bindTemplate, reconcile, TEMPLATES } from '../routings';
import { settingsOf, trace } from '../signal';
import { editSeeds, playEdits } from './arbitrary';
import { edited } from './build';
import { rigForEdits } from './edit-cases';
import { twoNights } from './nights';
import { gear, handled, rigOf, wiredWay, wiredWays } from './gear';
import { Met } from './met';

const bad = (rig: Rig) => judge(rig, null).filter((f) => f.severity === 'danger' || f.severity === 'fault');
const key = (f: { code: string; sound: string | null; parts: readonly { id: string }[] }) =>
  [f.code, f.sound, ...f.parts.map((p) => p.id)].join(' ');

/** What a finding holds against a rig: of silence what is not heard, wherever the signal ends. */
const charges = (f: Finding): readonly string[] =>
  f.code === 'WIRE-SILENT' && 'outputs' in f.data
    ? (f.data.outputs as string[]).map((output) => `${f.sound} ${output}`)
    : [key(f)];

/** Findings that name whose fault a clash or a ring is: with one of several cured, the others may be paired anew. */
const PAIRED: readonly string[] = ['WIRE-DIRECTION', 'WIRE-RING', 'SAFE-FEEDBACK'];

/** Leads between jacks of one direction. */
function clashing(rig: Rig): readonly string[] {
  const directionAt = (at: readonly JackRef[]) => (at[0] ? jackOf(rig, at[0])?.direction : undefined);
  const found = rig.leads.filter(({ from, to }) => {
    const [a, b] = [directionAt(from.at), directionAt(to.at)];
    return a !== undefined && a === b && a !== 'both';
  });
  return found.map(({ id }) => id);
}

/** The same, and the leads that close the signal on itself, whoever is to blame. */
function clashesAndRings(rig: Rig): readonly string[] {
  const rings = settingsOf(rig, null).flatMap((setting) => trace(rig, setting).cycles);
  return [...clashing(rig), ...rings.map(({ leads, blocks }) => JSON.stringify([[...leads].sort(), blocks]))];
}

/**
 * A lead that hung loose all along, or that one cure unplugged ahead of the others: it is told of once sound comes by.
 */
const hungBefore = (rig: Rig, { code, parts }: Finding): boolean =>
  code === 'WIRE-LOOSE' &&
  rig.leads.some(({ id, from, to }) => id === parts[0]?.id && (from.at.length === 0 || to.at.length === 0));

/** After the cure of one of several crossings, the others put right too: only then is it as it was meant. */
const withOtherCrossings = (rig: Rig, finding: Finding, after: Rig): Rig =>
  PAIRED.includes(finding.code)
    ? judge(rig, null)
        .filter((other) => PAIRED.includes(other.code) && key(other) !== key(finding))
        .reduce((r, other) => {
          const cure = cureOf(rig, other);
          return cure ? applyEdit(r, cure.edit).rig : r;
        }, after)
    : after;

/** An edit done and taken back: sound after, and deeply equal after undo. */
function soundly(rig: Rig, call: EditCall): Rig {
  const applied = applyEdit(rig, call);
  expect(checkInvariants(applied.rig)).toEqual([]);
  expect(patchRig(applied.rig, applied.inverse)).toEqual(rig);
  return applied.rig;
}

describe('routings', () => {
  test('every one that can be had is a sound rig without danger or fault, heard in every sound', () => {
    const met = new Met();
    fc.assert(
      fc.property(gear, (g) => {
        for (const { rig, code } of wiredWays(rigOf(g))) {
          met.count(code);
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
    met.atLeast({ FOUR: 3, LOOP: 10, FRONT: 15, POWER: 6, DIRECT: 1, INSERT: 1 });
  });

  test('taken again it changes nothing; taken back and forth no lead is lost or numbered anew', () => {
    const met = new Met();
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
            met.count('taken after another');
            met.count('leads kept', numbers.size);
          }
        }
      }),
      { numRuns: 25 },
    );
    met.atLeast({ 'taken after another': 80, 'leads kept': 700 });
  });

  test('one that cannot be had says why in a sentence; one that can is counted on its own trial', () => {
    const met = new Met();
    fc.assert(
      fc.property(gear, (g) => {
        for (const card of cardsOf(rigOf(g))) {
          met.count(card.can ? 'can' : 'cannot');
          if (!card.can) {
            expect(card.reason).toMatch(/^[A-Z].*\.$/);
            continue;
          }
          expect(card.groundLoops).toBe(groundLoops(card.trial, null));
          expect(card.fetch.length).toBe(scheduleOf(card.trial, null).all.count);
          met.count('leads to fetch', card.fetch.length);
          met.count('ground loops', card.groundLoops);
        }
      }),
      { numRuns: 20 },
    );
    met.atLeast({ can: 15, cannot: 40, 'leads to fetch': 120, 'ground loops': 8 });
  });
});

describe('findings', () => {
  test('a cure that is offered takes its finding away, raises no new danger or fault, and is undone exactly', () => {
    const met = new Met();
    fc.assert(
      fc.property(handled, (rig) => {
        const before = new Set(bad(rig).flatMap(charges));
        for (const finding of judge(rig, null).slice(0, 3)) {
          const cure = cureOf(rig, finding);
          if (!cure) continue;
          const after = soundly(rig, cure.edit);
          expect(judge(after, null).map(key)).not.toContain(key(finding));
          const whole = withOtherCrossings(rig, finding, after);
          for (const left of bad(whole))
            if (!PAIRED.includes(left.code) && !hungBefore(whole === after ? rig : whole, left))
              for (const charge of charges(left)) expect(before).toContain(charge);
          const [wrong, left] = [clashesAndRings(rig), clashesAndRings(whole)];
          expect(wrong).toEqual(expect.arrayContaining([...left]));
          if (PAIRED.includes(finding.code)) expect(left.length).toBeLessThan(wrong.length);
          met.count('cures');
          met.count(finding.code.startsWith('WIRE') ? 'of wiring' : 'of other things');
        }
      }),
      { numRuns: 60 },
    );
    met.atLeast({ cures: 14, 'of wiring': 9, 'of other things': 2 });
  });

  test('they do not depend on what boxes, jacks and kinds are called', () => {
    const met = new Met();
    fc.assert(
      fc.property(handled, (rig) => {
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
        const found = judge(rig, null).map(key);
        expect(judge(renamed, null).map(key)).toEqual(found);
        met.count('findings', found.length);
      }),
      { numRuns: 40 },
    );
    met.atLeast({ findings: 25 });
  });
});

describe('hands', () => {
  test('whatever a jack offers can be done and undone; what simply fits brings no new fault of plug or direction', () => {
    const met = new Met();
    fc.assert(
      fc.property(handled, fc.nat(), (rig, j) => {
        const jacks = rig.boxes.flatMap((box) =>
          box.jacks.filter(isAudio).map((jack) => ({ box: box.id, jack: jack.id })),
        );
        const from = jacks[j % jacks.length]!;
        const wires = (r: Rig) =>
          judge(r, null).filter((f) => f.code === 'WIRE-PLUG').length + clashing(r).length;
        const before = wires(rig);
        for (const answer of plugAnswers(rig, null, pickUp(rig, null, from)).slice(0, 12)) {
          expect(answer.offers.length).toBeGreaterThan(0);
          for (const offer of answer.offers) {
            const after = soundly(rig, offer.edit);
            if (answer.verdict !== 'wrong') expect(wires(after)).toBeLessThanOrEqual(before);
            met.count(answer.verdict);
          }
        }
      }),
      { numRuns: 30 },
    );
    met.atLeast({ fits: 40, 'fits with': 4, wrong: 150 });
  });

  test('a box put into a lead and taken out again leaves the way as it was', () => {
    const met = new Met();
    fc.assert(
      fc.property(gear, fc.nat(), (g, n) => {
        const wired = wiredWay(rigOf({ ...g, pedals: g.pedals.slice(0, 4) }), n);
        if (wired.leads.length === 0) return;
        const spare = rigOf({ ...g, pedals: ['chorus'] }).boxes.find((box) => box.id === 'chorus')!;
        const rig = edited(wired, {
          edit: 'addBox',
          arguments: { box: { ...spare, id: 'spare', tag: 'SPARE', order: 99 } },
        });
        expect(insertable(rig, null).map((box) => box.id)).toContain('spare');
        const leads = rig.leads.filter((lead) => !isLink(lead) && lead.kind !== 'speaker');
        const lead = leads[n % leads.length]!;
        const call = insertEdit(rig, null, lead.id, 'spare');
        const inside = soundly(rig, call!);
        const out = soundly(inside, removeEdit(inside, 'spare'));
        const ends = (r: Rig, id: string) => r.leads.find((l) => l.id === id)!.to.at;
        expect(ends(inside, lead.id)).not.toEqual(ends(rig, lead.id));
        expect(ends(out, lead.id)).toEqual(ends(rig, lead.id));
        met.count('in and out again');
      }),
      { numRuns: 40 },
    );
    met.atLeast({ 'in and out again': 20 });
  });
});

test('whatever its nights, every box can be taken out', () => {
  const met = new Met();
  fc.assert(
    fc.property(fc.oneof(fc.constantFrom(rigForEdits(), twoNights()), handled), editSeeds, (start, seeds) => {
      const rig = playEdits(start, seeds, () => undefined);
      for (const { id } of rig.boxes) {
        const call = removeEdit(rig, id);
        met.count('taken out');
        if ('heal' in call.arguments && call.arguments.heal) met.count('healed');
        expect(checkInvariants(edited(rig, call))).toEqual([]);
      }
    }),
    { numRuns: 60 },
  );
  met.atLeast({ 'taken out': 400, healed: 30 });
});

describe('papers and bench', () => {
  test('each plugged lead is one step and one row; sections never go back; the file comes back equal', () => {
    const met = new Met();
    fc.assert(
      fc.property(handled, (rig) => {
        const steps = patchUp(rig, null);
        const numbers = steps.flatMap((step) => (step.lead ? [step.lead.number] : [])).sort((a, b) => a - b);
        const plugged = scheduleOf(rig, null).rows.filter((row) => row.state !== 'put away');
        expect(numbers).toEqual(plugged.map((row) => row.number));
        const order = steps.map((step) => SECTIONS.findIndex((section) => section.id === step.section));
        expect(order).toEqual([...order].sort((a, b) => a - b));
        expect(new Set(steps.map((step) => step.id)).size).toBe(steps.length);
        const read = readRig(writeRig(rig));
        expect(read.ok && read.rig).toEqual(rig);
        met.count('steps with a lead', numbers.length);
        met.count('steps', steps.length);
      }),
      { numRuns: 60 },
    );
    met.atLeast({ 'steps with a lead': 150, steps: 350 });
  });
});
