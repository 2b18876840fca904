import { useState } from 'react';
import type { Box, Control } from '../../../core/model';
import { resolve } from '../../../core/signal';
import { formatClock, formatDb } from '../../../core/units';
import { TextField } from '../parts/field';
import { useOpen } from '../rig/use-open';
import { FromLayer } from './blocks';
import { Section } from './section';

/** What a position comes to, where the law is known; nothing is made up where it is not. */
function meaning(control: Control, position: number): string {
  const { law } = control;
  if (law.type === 'db') return `${(law.lo + position * (law.hi - law.lo)).toFixed(1).replace('-', '−')} dB`;
  if (law.type === 'positions') return law.names[Math.round(position * (law.names.length - 1))] ?? '';
  return 'dB not known';
}

const RANGE =
  /^\s*([+\-\u2212]?\d+(?:[.,]\d+)?)\s*(?:dB)?\s*(?:…|\.\.\.?|to)\s*([+\-\u2212]?\d+(?:[.,]\d+)?)\s*(?:dB)?\s*$/i;
const number = (text: string) => Number(text.replace('\u2212', '-').replace(',', '.'));

/** What a knob reaches from 7:00 to 5:00, as found in its papers or by the meter; emptied it is not known. */
function Reach({ box, control }: { box: Box; control: Control }) {
  const { readOnly, session } = useOpen('readOnly', 'session');
  const { law } = control;
  const set = (range: { lo: number; hi: number } | null) =>
    session.commit({ edit: 'setRange', arguments: { box: box.id, control: control.id, range } });
  return (
    <TextField
      label={`Reach of ${control.label} in dB`}
      mono
      onPause={false}
      value={law.type === 'db' ? `${formatDb(law.lo)} to ${formatDb(law.hi)}` : ''}
      placeholder="at 7:00 to at 5:00, such as −60 to +12"
      disabled={readOnly !== null}
      commit={(text) => {
        if (text.trim() === '') return set(null);
        const [, lo, hi] = RANGE.exec(text) ?? [];
        return lo === undefined || hi === undefined
          ? 'Two figures in dB, such as −60 to +12.'
          : set({ lo: number(lo), hi: number(hi) });
      }}
    />
  );
}

function Knob({ box, control }: { box: Box; control: Control }) {
  const { rig, setting, scope, readOnly, commit } = useOpen('rig', 'setting', 'scope', 'readOnly', 'commit');
  const { position, from } = resolve(rig, setting).control(box, control);
  const [turning, setTurning] = useState<number | null>(null);
  const shown = turning ?? position;
  const set = (to: number | null) =>
    commit({
      edit: 'setControl',
      arguments: { box: box.id, control: control.id, position: to, basis: null, scope },
    });
  const finish = () => {
    if (turning !== null) set(turning);
    setTurning(null);
  };
  return (
    <div>
      <div className="flex flex-wrap items-center justify-between gap-x-2">
        <span className="font-mono text-xs">{control.label}</span>
        <span className="text-xs text-muted">
          {shown === null ? 'not noted' : `${formatClock(shown)} · ${meaning(control, shown)}`}
        </span>
        <FromLayer from={from} onBack={() => set(null)} />
      </div>
      <input
        type="range"
        min={0}
        max={1}
        step={0.05}
        value={shown ?? 0.5}
        disabled={readOnly !== null}
        aria-label={`${control.label} of ${box.name}`}
        aria-valuetext={shown === null ? 'not noted' : formatClock(shown)}
        className="h-6 w-full accent-ink"
        onChange={(event) => setTurning(Number(event.target.value))}
        onPointerUp={finish}
        onKeyUp={finish}
        onBlur={finish}
      />
      {control.sets === 'level' && (control.law.type === 'db' || control.law.type === 'unknown') ? (
        <details>
          <summary className="min-h-6 text-xs text-muted">What it reaches</summary>
          <Reach box={box} control={control} />
        </details>
      ) : null}
    </div>
  );
}

/** Knobs, spoken as a clock. */
export function Controls({ box }: { box: Box }) {
  if (box.controls.length === 0) return null;
  return (
    <Section title={`Controls (${box.controls.length})`}>
      {box.controls.map((control) => (
        <Knob key={control.id} box={box} control={control} />
      ))}
    </Section>
  );
}
