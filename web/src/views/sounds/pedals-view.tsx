import { useState } from 'react';
import { pedalsIn, volumePedals, type Pedal } from '../../../../core/control';
import { inNight, jackKey, refAt, type JackEnd } from '../../../../core/model';
import { count, inWords } from '../../../../core/units';
import { Button } from '../../parts/button';
import { useOpen } from '../../rig/use-open';
import { today } from '../../store/app';
import { EmptyPart, SoundsHead } from './parts-of-view';
import { PedalDrawing } from './pedal-drawing';
import { PedalMoves } from './pedal-moves';

const WIRING = {
  fits: 'The wiper is where it is wanted.',
  unlike:
    'The wiper is on another pole than is wanted: a switch on the pedal, or a lead with tip and ring exchanged.',
  mono: 'A mono plug leaves a wire out: it takes a stereo lead.',
  unknown: 'Nobody has looked yet where the wiper is wanted.',
  loose: 'It is plugged into nothing.',
} as const;

/** Where the wiper of a jack is, asked for. */
function Wiper({ end, words }: { end: JackEnd; words: string }) {
  const { session, readOnly } = useOpen('session', 'readOnly');
  const { box, jack } = end;
  return (
    <fieldset className="flex items-center gap-2 text-xs text-muted" disabled={readOnly !== null}>
      <legend className="sr-only">
        {words} {jack.label} of {box.name}
      </legend>
      <span className="w-40">
        {words} {box.tag} {jack.label}
      </span>
      {(['tip', 'ring'] as const).map((pole) => (
        <label key={pole} className="flex min-h-6 items-center gap-1">
          <input
            type="radio"
            name={`${box.id}/${jack.id}`}
            checked={jack.wiper === pole}
            onChange={() =>
              session.commit({ edit: 'setWiper', arguments: { box: box.id, jack: jack.id, wiper: pole } })
            }
          />
          {pole}
        </label>
      ))}
    </fieldset>
  );
}

/** What the input showed at heel and toe: both are written down together, with the day. */
function Calibration({ pedal }: { pedal: Pedal }) {
  const { session, readOnly } = useOpen('session', 'readOnly');
  const { box, into, calibrated, isStale } = pedal;
  const [heel, setHeel] = useState(calibrated ? String(calibrated.heel) : '');
  const [toe, setToe] = useState(calibrated ? String(calibrated.toe) : '');
  const [refused, setRefused] = useState<string | null>(null);
  if (!into) return null;
  const fields = [
    ['Heel down it shows', heel, setHeel],
    ['Toe down', toe, setToe],
  ] as const;
  return (
    <form
      className="flex flex-wrap items-end gap-2 text-xs text-muted"
      onSubmit={(event) => {
        event.preventDefault();
        const [a, b] = [Number(heel.replace(',', '.')), Number(toe.replace(',', '.'))];
        if (heel.trim() === '' || toe.trim() === '' || Number.isNaN(a) || Number.isNaN(b))
          setRefused('Two numbers, as its display shows them.');
        else
          setRefused(
            session.commit({
              edit: 'setCalibrated',
              arguments: {
                box: box.id,
                calibrated: { at: jackKey(refAt(into)), heel: a, toe: b, date: today() },
              },
            }),
          );
      }}
    >
      {fields.map(([label, value, write]) => (
        <label key={label} className="flex items-center gap-1">
          {label}
          <input
            className="min-h-7 w-16 rounded border border-line bg-raised px-2 font-mono text-sm text-ink"
            value={value}
            maxLength={8}
            inputMode="decimal"
            disabled={readOnly !== null}
            onChange={(event) => write(event.target.value)}
          />
        </label>
      ))}
      <Button type="submit" disabled={readOnly !== null}>
        Note it
      </Button>
      <span className={calibrated ? '' : 'text-caution'}>
        {calibrated
          ? `noted on ${calibrated.date.slice(0, 10)}`
          : isStale
            ? 'noted at another input: once more'
            : 'not calibrated yet'}
      </span>
      {refused === null ? null : (
        <span role="alert" className="text-fault">
          {refused}
        </span>
      )}
    </form>
  );
}

function PedalCard({ pedal }: { pedal: Pedal }) {
  const { rig } = useOpen('rig');
  const { box, out, into, lead, wiring } = pedal;
  return (
    <section aria-label={`Pedal: ${box.name}`} className="border-b border-line px-4 py-3 text-sm">
      <h2 className="pb-1 text-base font-semibold">
        {box.name}{' '}
        <span className="ml-1 text-xs font-normal text-muted">
          {into && lead ? `lead ${lead.number} to ${into.jack.label} of ${into.box.name}` : 'unplugged'}
        </span>
      </h2>
      <div className="grid gap-x-8 gap-y-3 xl:grid-cols-[23rem_1fr]">
        <div className="flex flex-col gap-2">
          <PedalDrawing has={out.jack.wiper} wants={into?.jack.wiper} wiring={wiring} />
          <p className={`text-xs ${wiring === 'unlike' || wiring === 'mono' ? 'text-fault' : 'text-muted'}`}>
            {WIRING[wiring]}
          </p>
          <Wiper end={out} words="The wiper of" />
          {into ? <Wiper end={into} words="is wanted by" /> : null}
          <Calibration key={into ? jackKey(refAt(into)) : ''} pedal={pedal} />
        </div>
        <ul aria-label={`What ${box.name} moves`} className="min-w-0">
          {rig.sounds.map((sound) => (
            <PedalMoves key={sound.id} pedal={pedal} sound={sound} />
          ))}
        </ul>
      </div>
    </section>
  );
}

/** Volume pedals that sound goes through: ahead of the preamp or behind it. */
function Volumes() {
  const { rig, setting } = useOpen('rig', 'setting');
  const all = volumePedals(inNight(rig, setting.variant));
  return (
    <>
      {all.map(({ box, block, places }) => {
        const names = (where: 'ahead' | 'after' | 'alone') =>
          places.flatMap((one) => (one.where === where ? [one.sound.name] : []));
        const lines = [
          [names('ahead'), 'ahead of the preamp: it turns gain down, the sound cleans up'],
          [names('after'), 'behind the preamp: it turns loudness down, the tone stays'],
          [names('alone'), 'on a way without a preamp'],
        ] as const;
        return (
          <section
            key={`${box.id}/${block.id}`}
            aria-label={`Volume: ${box.name}`}
            className="border-b border-line px-4 py-3 text-sm"
          >
            <h2 className="text-base font-semibold">{box.name}</h2>
            {lines.map(([sounds, words]) =>
              sounds.length > 0 ? (
                <p key={words}>
                  {inWords(sounds)}: <span className="text-muted">{words}</span>
                </p>
              ) : null,
            )}
          </section>
        );
      })}
    </>
  );
}

/** Pedals that sweep: how they are wired, calibrated, and what each moves in each sound. */
export function PedalsView() {
  const { rig, setting } = useOpen('rig', 'setting');
  const of = inNight(rig, setting.variant);
  const pedals = pedalsIn(of);
  const volumes = volumePedals(of);
  if (pedals.length === 0 && volumes.length === 0)
    return (
      <EmptyPart
        title="Sweeps"
        line="No pedal that sweeps."
        head="No pedal that sweeps"
        text="Expression and volume pedals stand here: how they are wired, calibrated, and what they move in each sound."
        to="/gear"
        act="Enter one"
      />
    );
  const open = pedals.filter(({ used, calibrated }) => used.length > 0 && !calibrated).length;
  return (
    <div className="flex h-full min-h-0 flex-col">
      <SoundsHead
        title="Sweeps"
        text={[
          ...(pedals.length > 0 ? [count(pedals.length, 'expression pedal')] : []),
          ...(volumes.length > 0 ? [count(volumes.length, 'volume pedal')] : []),
          ...(open > 0 ? [`${open} to be calibrated`] : []),
        ].join(', ')}
      />
      <div className="min-h-0 flex-1 overflow-auto bg-sheet">
        {pedals.map((pedal) => (
          <PedalCard key={pedal.box.id} pedal={pedal} />
        ))}
        <Volumes />
      </div>
    </div>
  );
}
