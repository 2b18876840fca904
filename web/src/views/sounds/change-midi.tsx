import { useState } from 'react';
import {
  CALLED_FIELDS,
  choiceOfHeard,
  countingWords,
  heardBy,
  heardChoices,
  keepMidi,
  midiForm,
  readMidi,
  readSentChannel,
  senderOf,
  SENT_FIELDS,
  SHOWN_FIELDS,
  type MidiField,
  type MidiForm,
} from '../../../../core/control';
import { freshId, inNight, type Box } from '../../../../core/model';
import { Button } from '../../parts/button';
import { Sheet } from '../../parts/dialog';
import { Labelled } from '../../parts/field';
import { useOpen } from '../../rig/use-open';

const FIELD = 'min-h-8 w-full rounded border border-line bg-raised px-2 text-sm';

const BANKS = [
  ['', 'not known'],
  ['none', 'nowhere'],
  ['msb', 'CC 0 (MSB)'],
  ['lsb', 'CC 32 (LSB)'],
  ['14-bit', 'CC 0 and 32, 14 bits'],
] as const;

const GRID = 'grid grid-cols-2 gap-2 sm:grid-cols-5';

type Written = {
  fields: readonly MidiField[];
  form: MidiForm;
  write: (key: string, text: string) => void;
};

const NumberFields = ({ fields, form, write }: Written) =>
  fields.map(({ key, label }) => (
    <Labelled key={key} label={label}>
      {(id) => (
        <input
          id={id}
          className={`${FIELD} font-mono`}
          inputMode="numeric"
          maxLength={5}
          value={form.texts[key] ?? ''}
          onChange={(event) => write(key, event.target.value)}
        />
      )}
    </Labelled>
  ));

/** How something counts, and how that begins. */
function Counting({ title, fields, form, write, example }: Written & { title: string; example?: string }) {
  return (
    <fieldset className="border-t border-hair pt-2">
      <legend className="pr-2 text-sm font-semibold">{title}</legend>
      <div className={GRID}>
        <NumberFields fields={fields} form={form} write={write} />
      </div>
      {example === undefined ? null : (
        <p className="pt-1 text-xs text-muted">
          {example === '' ? (
            'Nobody knows yet how it begins.'
          ) : (
            <>
              It shows <span className="font-mono text-ink">{example}</span>
            </>
          )}
        </p>
      )}
    </fieldset>
  );
}

/** What it hears by control changes: number, and what goes by it. */
function Heard({ box, form, setCcs }: { box: Box; form: MidiForm; setCcs: (ccs: MidiForm['ccs']) => void }) {
  const choices = heardChoices(box);
  const put = (i: number, one: MidiForm['ccs'][number] | null) =>
    setCcs(form.ccs.flatMap((old, k) => (k === i ? (one ?? []) : old)));
  return (
    <fieldset className="border-t border-hair pt-2">
      <legend className="pr-2 text-sm font-semibold">Control changes it hears</legend>
      <ul className="flex flex-col gap-1">
        {form.ccs.map((one, i) => (
          <li key={one.id} className="flex items-center gap-2">
            <input
              aria-label={`Number of control change ${i + 1}`}
              className={`${FIELD} max-w-16 font-mono`}
              inputMode="numeric"
              value={Number.isNaN(one.cc) ? '' : String(one.cc)}
              onChange={(event) =>
                put(i, { ...one, cc: event.target.value === '' ? NaN : Number(event.target.value) })
              }
            />
            <select
              aria-label={`What control change ${i + 1} does`}
              className={FIELD}
              value={choiceOfHeard(one)}
              onChange={(event) => put(i, heardBy(event.target.value, one))}
            >
              {choices.map(({ id, name }) => (
                <option key={id} value={id}>
                  {name}
                </option>
              ))}
            </select>
            <Button look="quiet" onClick={() => put(i, null)}>
              Remove
            </Button>
          </li>
        ))}
      </ul>
      <Button
        look="quiet"
        onClick={() =>
          setCcs([
            ...form.ccs,
            heardBy(choices[0]?.id ?? 'tap', {
              id: freshId('heard', new Set(form.ccs.map(({ id }) => id))),
              cc: 20,
            }),
          ])
        }
      >
        One more
      </Button>
    </fieldset>
  );
}

/** How a box counts over MIDI, as its display and its manual say. */
export function ChangeMidi({ box, onClose }: { box: Box; onClose: () => void }) {
  const { session, rig, setting } = useOpen('session', 'rig', 'setting');
  const sender = senderOf(inNight(rig, setting.variant), box)?.sender;
  const noted = sender?.sent?.find(({ to }) => to === box.id)?.channel;
  const [on, setOn] = useState(noted === undefined ? '' : String(noted));
  const [form, setForm] = useState(() => midiForm(box));
  const [refused, setRefused] = useState<string | null>(null);
  const write = (key: string, text: string) =>
    setForm((old) => ({ ...old, texts: { ...old.texts, [key]: text } }));
  const read = readMidi(box.midi, form);
  const shown = 'midi' in read ? countingWords(read.midi) : undefined;
  const sent = 'midi' in read ? countingWords(read.midi.sends ?? read.midi) : undefined;
  return (
    <Sheet
      title={`How ${box.name} counts`}
      text="As its display and its manual say. An empty field: nobody has looked yet."
      onClose={onClose}
      wide
    >
      <form
        className="flex flex-col gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          const channel = readSentChannel(on);
          const why =
            'refused' in read
              ? read.refused
              : 'refused' in channel
                ? channel.refused
                : session.commit(keepMidi(box, read.midi, sender, channel.channel));
          setRefused(why);
          if (why === null) onClose();
        }}
      >
        <Counting
          title="Its display"
          fields={SHOWN_FIELDS}
          form={form}
          write={write}
          {...(shown === undefined ? {} : { example: shown })}
        />
        <fieldset className="border-t border-hair pt-2">
          <legend className="pr-2 text-sm font-semibold">How it is called</legend>
          <div className={GRID}>
            <NumberFields fields={CALLED_FIELDS} form={form} write={write} />
            {sender ? (
              <Labelled label={`${sender.name} sends on`}>
                {(id) => (
                  <input
                    id={id}
                    className={`${FIELD} font-mono`}
                    inputMode="numeric"
                    maxLength={2}
                    value={on}
                    onChange={(event) => setOn(event.target.value)}
                  />
                )}
              </Labelled>
            ) : null}
            <Labelled label="Bank number in">
              {(id) => (
                <select
                  id={id}
                  className={FIELD}
                  value={form.bankBytes}
                  onChange={(event) => {
                    const bankBytes = BANKS.find(([value]) => value === event.target.value)?.[0];
                    setForm((old) => ({ ...old, bankBytes: bankBytes ?? '' }));
                  }}
                >
                  {BANKS.map(([value, name]) => (
                    <option key={value} value={value}>
                      {name}
                    </option>
                  ))}
                </select>
              )}
            </Labelled>
          </div>
        </fieldset>
        <Counting
          title="What it sends, where it counts otherwise"
          fields={SENT_FIELDS}
          form={form}
          write={write}
          {...(sent === undefined ? {} : { example: sent })}
        />
        <Heard box={box} form={form} setCcs={(ccs) => setForm((old) => ({ ...old, ccs }))} />
        {refused === null ? null : (
          <p role="alert" className="text-sm text-fault">
            {refused}
          </p>
        )}
        <div className="flex justify-end">
          <Button look="strong" type="submit">
            Keep
          </Button>
        </div>
      </form>
    </Sheet>
  );
}
