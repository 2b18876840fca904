import { useState } from 'react';
import { receiverFacts, type Shown } from '../../../../core/control';
import {
  displayOf,
  hexOf,
  lampOf,
  POWERED_UP,
  readHex,
  receiveAll,
  STAND_INS,
  type LogLine,
  type ReceiverState,
} from '../../../../core/midi';
import type { Box } from '../../../../core/model';
import { Button } from '../../parts/button';

const FIELD = 'min-h-7 rounded border border-line bg-raised px-2 text-sm';

/** What a simulated box shows, and its lamp. */
function Display({ display, lamp, isWrong }: { display: string; lamp: string; isWrong: boolean }) {
  return (
    <p
      className={`flex min-h-16 items-baseline justify-between gap-3 rounded-sm border-2 px-3 py-2 ${
        isWrong ? 'border-fault bg-fault-tint' : 'border-ink bg-raised'
      }`}
    >
      <span className="font-mono text-xl leading-10 font-semibold">{display}</span>
      <span className="text-sm">{lamp}</span>
    </p>
  );
}

const Log = ({ log }: { log: readonly LogLine[] }) => (
  <ol aria-label="Log" className="mt-1 text-xs">
    {log.map(({ bytes, words, did }, i) => (
      <li key={i} className="border-b border-hair py-0.5">
        <span className="font-mono">{hexOf(bytes)}</span> <span className="text-muted">{words}</span>
        {did === '' ? null : <b className="block font-normal">{did}</b>}
      </li>
    ))}
    {log.length === 0 ? <li className="text-muted">Nothing comes.</li> : null}
  </ol>
);

/** A box of the rig after a call: what it shows, what it took. */
export function ShownBox({ shown }: { shown: Shown }) {
  const { name, display, lamp, log, faults } = shown;
  return (
    <section aria-label={`Simulated: ${name}`} className="w-64 shrink-0">
      <h3 className="truncate pb-1 text-sm font-semibold">{name}</h3>
      <Display display={display} lamp={lamp} isWrong={faults.length > 0} />
      {faults.map((fault) => (
        <p key={fault} className="text-xs text-fault">
          {fault}
        </p>
      ))}
      <Log log={log} />
    </section>
  );
}

/** Bytes by hand to a box of the rig or to a stand-in, one after the other. */
export function TryBytes({ boxes }: { boxes: readonly Box[] }) {
  const all = [
    ...boxes.map((box) => ({ id: `box ${box.id}`, name: box.name, facts: receiverFacts(box) })),
    ...STAND_INS,
  ];
  const [chosen, setChosen] = useState(all[0]?.id ?? '');
  const [text, setText] = useState('');
  const [refused, setRefused] = useState('');
  const [state, setState] = useState<ReceiverState>(POWERED_UP);
  const [log, setLog] = useState<readonly LogLine[]>([]);
  const one = all.find(({ id }) => id === chosen) ?? all[0];
  if (!one) return null;
  const begin = (id: string) => {
    setChosen(id);
    setState(POWERED_UP);
    setLog([]);
  };
  return (
    <section aria-label="Bytes by hand" className="border-t border-line px-4 py-3 text-sm">
      <h2 className="pb-1 font-semibold">Bytes by hand</h2>
      <form
        className="flex flex-wrap items-center gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          const read = readHex(text);
          setRefused('refused' in read ? read.refused : '');
          if ('refused' in read) return;
          const done = receiveAll(one.facts, state, read.bytes);
          setState(done.state);
          setLog((old) => [...old, ...done.log]);
          setText('');
        }}
      >
        <select
          aria-label="Who takes them"
          className={FIELD}
          value={one.id}
          onChange={(event) => begin(event.target.value)}
        >
          {all.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
        <input
          aria-label="Bytes in hex"
          placeholder="C0 16"
          className={`${FIELD} w-56 font-mono`}
          value={text}
          maxLength={600}
          onChange={(event) => setText(event.target.value)}
        />
        <Button type="submit">Take them</Button>
        <Button look="quiet" onClick={() => begin(one.id)}>
          Power up anew
        </Button>
      </form>
      {refused === '' ? null : (
        <p role="alert" className="text-xs text-fault">
          {refused}
        </p>
      )}
      <div className="mt-2 w-64">
        <Display display={displayOf(one.facts, state)} lamp={lampOf(one.facts, state)} isWrong={false} />
        <Log log={log} />
      </div>
    </section>
  );
}
