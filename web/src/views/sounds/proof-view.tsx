import { useRef, useState, type KeyboardEvent } from 'react';
import { proofWords, receiversIn, sentBy, soundsHex, soundsSmf, type Step } from '../../../../core/control';
import { inNight, slug } from '../../../../core/model';
import { formatQuantity } from '../../../../core/units';
import { Button } from '../../parts/button';
import { Busy } from '../../parts/empty';
import { useOpen } from '../../rig/use-open';
import { saveBytes, saveText } from '../../store/files';
import { useAnalysis } from '../../worker/use-analysis';
import { EmptyPart, SoundsHead } from './parts-of-view';
import { SendDevice } from './send-device';
import { ShownBox, TryBytes } from './stand-in';

/** Every call that is proved: one Tab stop, walked by arrows. */
function Calls({
  steps,
  names,
  at,
  onChoose,
}: {
  steps: readonly Step[];
  names: readonly string[];
  at: number;
  onChoose: (i: number) => void;
}) {
  const list = useRef<HTMLOListElement>(null);
  const onKeyDown = (event: KeyboardEvent) => {
    const by = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    const next = Math.min(steps.length - 1, Math.max(0, at + by));
    onChoose(next);
    list.current?.querySelectorAll('button')[next]?.focus();
  };
  return (
    <ol ref={list} aria-label="Calls" onKeyDown={onKeyDown} className="min-h-0 overflow-auto">
      {steps.map(({ from, to, lands }, i) => (
        <li key={`${from} ${to}`}>
          <button
            type="button"
            aria-current={i === at}
            tabIndex={i === at ? 0 : -1}
            onClick={() => onChoose(i)}
            className={`flex min-h-8 w-full items-center gap-2 border-b border-hair px-4 text-left text-sm ${
              i === at ? 'bg-select-tint' : 'hover:bg-ground'
            }`}
          >
            <span className="min-w-0 flex-1 truncate">
              <span className="text-muted">{from < 0 ? 'power-up' : names[from]} → </span>
              <b>{names[to]}</b>
            </span>
            <span className={lands ? 'text-xs text-muted' : 'text-xs font-semibold text-fault'}>
              {lands ? 'lands' : 'does not land'}
            </span>
          </button>
        </li>
      ))}
    </ol>
  );
}

/** Every sound on simulated receivers, byte by byte, before anybody kneels on the floor. */
export function ProofView() {
  const { rig, setting } = useOpen('rig', 'setting');
  const [chosen, setChosen] = useState(0);
  const [sending, setSending] = useState(false);
  const of = { ...inNight(rig, setting.variant), title: rig.title };
  const { value: proof, fault } = useAnalysis<'proof'>({ kind: 'proof', variant: setting.variant });
  if (fault !== null) return <p className="p-4 text-sm text-fault">{fault}</p>;
  if (!proof) return <Busy what="Calling every sound" />;
  const at = Math.min(chosen, proof.steps.length - 1);
  const step = proof.steps[at];
  const sound = rig.sounds[step?.to ?? -1];
  const messages = sound ? sentBy(of, sound).map(({ bytes }) => bytes) : [];
  const file = slug(rig.title);
  if (!proof.isAny)
    return (
      <EmptyPart
        title="Proof"
        line={proofWords(proof)}
        head="Nothing to prove yet"
        text="As soon as a sound calls a program over MIDI, it is sent here to simulated receivers, byte by byte."
        to="/sounds/numbers"
        act="Say what is called"
      >
        <TryBytes boxes={receiversIn(of)} />
      </EmptyPart>
    );
  return (
    <div className="flex h-full min-h-0 flex-col">
      <SoundsHead title="Proof" text={<b className="text-ink">{proofWords(proof)}</b>}>
        <Button
          onClick={() => saveBytes(soundsSmf(of, rig.sounds), `${file}-sounds.mid`, 'audio/midi')}
          title="A marker a sound, its messages behind it"
        >
          Save as MIDI file
        </Button>
        <Button onClick={() => saveText(soundsHex(of, rig.sounds), `${file}-sounds.txt`, 'text/plain')}>
          Save as hex
        </Button>
        <Button onClick={() => setSending(true)}>Send to a device</Button>
      </SoundsHead>
      <div className="flex min-h-0 flex-1 flex-col bg-sheet lg:flex-row">
        <aside
          aria-label="What is proved"
          className="flex max-h-64 shrink-0 flex-col border-b border-hair lg:max-h-none lg:w-80 lg:border-r lg:border-b-0"
        >
          <Calls
            steps={proof.steps}
            names={proof.sounds.map(({ name }) => name)}
            at={at}
            onChoose={setChosen}
          />
        </aside>
        <div className="min-h-0 min-w-0 flex-1 overflow-auto">
          {step ? (
            <section aria-label="The call" className="px-4 py-3">
              <h2 className="pb-2 text-sm">
                <b>{sound?.name}</b>{' '}
                <span className="text-xs text-muted">
                  {step.bytes.length > 0
                    ? `${step.bytes.length} bytes, ${formatQuantity(step.ms, 'ms')} on the wire`
                    : 'sends nothing: what was stays'}
                </span>
              </h2>
              <div className="flex flex-wrap gap-x-6 gap-y-4">
                {step.shown.map((one) => (
                  <ShownBox key={one.box} shown={one} />
                ))}
              </div>
            </section>
          ) : null}
          <TryBytes boxes={receiversIn(of)} />
        </div>
      </div>
      {sending && sound ? (
        <SendDevice sound={sound.name} messages={messages} onClose={() => setSending(false)} />
      ) : null}
    </div>
  );
}
