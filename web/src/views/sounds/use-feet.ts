// What is under the foot in the open rig: where the cursor stands, what is written, what is tried.
import { useState } from 'react';
import {
  beginTrial,
  pressOn,
  readAct,
  slotEdit,
  slotKey,
  soundIn,
  underFoot,
  type FootSlot,
  type Trial,
} from '../../../../core/control';
import { boxOf, inNight } from '../../../../core/model';
import { useOpen } from '../../rig/use-open';

export function useFeet() {
  const { rig, setting, sound, readOnly, session } = useOpen(
    'rig',
    'setting',
    'sound',
    'readOnly',
    'session',
  );
  const of = inNight(rig, setting.variant);
  /** Empty banks that are shown behind those that are used. */
  const [more, setMore] = useState(1);
  const boxes = underFoot(of, more);
  // Those with a fixed act stand in the first row only: they do the same in every bank.
  const slots = boxes.flatMap(({ banks }) =>
    banks.flatMap((row) => row.slots.filter(({ isFree }) => isFree || row.bank === 0)),
  );
  const [wanted, setAt] = useState<string | null>(null);
  const first = slots[0];
  const at = slots.some((slot) => slotKey(slot) === wanted) ? wanted : first ? slotKey(first) : null;
  const [writing, setWriting] = useState<{ key: string; text: string } | null>(null);
  const [refused, setRefused] = useState<string | null>(null);
  /** Whose switches are being changed. */
  const [changing, setChanging] = useState<string | null>(null);
  const [tried, setTried] = useState<{ trial: Trial; of: unknown; from: number } | null>(null);
  const from = Math.max(
    0,
    rig.sounds.findIndex(({ id }) => id === sound?.id),
  );
  // What was tried on another wiring or plan says nothing of this one.
  const kept = tried && tried.of === rig && tried.from === from ? tried.trial : null;
  const trial = kept ?? beginTrial(of, from);

  const focus = (key: string) =>
    requestAnimationFrame(() =>
      document.querySelector<HTMLElement>(`[data-slot="${CSS.escape(key)}"]`)?.focus(),
    );
  const leave = () => {
    setWriting(null);
    if (at) focus(at);
  };
  const commit = (slot: FootSlot, text: string): boolean => {
    const box = boxOf(of, slot.box);
    const read = box ? readAct(of, box, text) : { refused: 'The box is gone.' };
    const why = 'refused' in read ? read.refused : session.commit(slotEdit(rig, slot, read.act));
    setRefused(why);
    return why === null;
  };
  return {
    session,
    rig,
    of,
    boxes,
    slots,
    at,
    writing,
    refused,
    changing,
    trial,
    inForce: sound,
    isReadOnly: readOnly !== null,
    from,
    standing: soundIn(of, trial),
    stand: (slot: FootSlot) => setAt(slotKey(slot)),
    /** The cursor to the switch by so many places, or to the one below. */
    go: (by: number) => {
      const place = slots.findIndex((slot) => slotKey(slot) === at);
      const next = slots[Math.max(0, Math.min(slots.length - 1, place + by))];
      if (!next) return;
      setAt(slotKey(next));
      focus(slotKey(next));
    },
    write: (slot: FootSlot, text: string) => {
      setRefused(null);
      setAt(slotKey(slot));
      setWriting({ key: slotKey(slot), text });
    },
    leave,
    give: (slot: FootSlot, text: string) => {
      setWriting(null);
      commit(slot, text);
      focus(slotKey(slot));
    },
    clear: (slot: FootSlot) => commit(slot, ''),
    /** The switch is stood on, from where everything stands now. */
    press: (slot: FootSlot) => {
      setAt(slotKey(slot));
      setTried({ trial: pressOn(of, trial, slot.box, slot.switch), of: rig, from });
    },
    begin: () => setTried(null),
    change: setChanging,
    showMore: () => setMore((n) => n + 1),
  };
}

export type Feet = ReturnType<typeof useFeet>;
