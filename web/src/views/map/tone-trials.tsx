import { sliderEdit, type Slider } from '../../../../core/tone';
import { formatClock, formatLength, formatQuantity, type LengthUnit } from '../../../../core/units';
import { Button } from '../../parts/button';
import { useOpen } from '../../rig/use-open';
import { usePreferences } from '../../store/app';

/** What is tried, by slider. */
export type Tries = Readonly<Record<string, number>>;

/** A slider moves along the logarithm of an impedance, and straight along all else. */
const along = ({ unit }: Slider, value: number): number => (unit === 'ohm' ? Math.log10(value) : value);
const back = ({ unit }: Slider, at: number): number =>
  unit === 'ohm' ? Number((10 ** at).toPrecision(2)) : at;
const STEPS: Readonly<Record<Slider['unit'], number>> = { m: 0.1, 'pF/m': 1, turn: 0.01, ohm: 0.02 };

function words({ unit }: Slider, value: number, units: LengthUnit): string {
  if (unit === 'm') return formatLength(value, units);
  if (unit === 'turn') return formatClock(value);
  return unit === 'ohm' ? formatQuantity(value, 'Ω') : `${Math.round(value)} pF/m`;
}

/** Sliders that answer at once; what they stand at is no part of the rig until it is kept. */
export function ToneTrials(props: {
  sliders: readonly Slider[];
  tries: Tries;
  onTry: (tries: Tries) => void;
  caption: string | null;
  /** What it says is of an earlier try: the answer to this one is on its way. */
  isBusy: boolean;
}) {
  const { sliders, tries, onTry, caption, isBusy } = props;
  const { readOnly, scope, commit } = useOpen('readOnly', 'scope', 'commit');
  const { units } = usePreferences();
  const tried = sliders.filter(({ key }) => tries[key] !== undefined);
  const keep = () => {
    const edits = tried.map((slider) => sliderEdit(slider, tries[slider.key] ?? slider.value, scope));
    const label = `Tried: ${tried.map((one) => one.label).join(', ')}`;
    if (commit({ edit: 'together', arguments: { label, edits } }) === null) onTry({});
  };
  if (sliders.length === 0) return null;
  return (
    <div role="group" aria-label="What if" className="flex flex-col gap-1">
      <h3 className="text-xs font-semibold">What if</h3>
      {sliders.map((slider) => {
        const value = tries[slider.key] ?? slider.value;
        const isTried = tries[slider.key] !== undefined;
        return (
          <label key={slider.key} className="flex flex-col text-xs">
            <span className="flex justify-between gap-2">
              <span className="min-w-0 truncate">{slider.label}</span>
              <span className={`shrink-0 font-mono ${isTried ? 'text-select' : 'text-muted'}`}>
                {isTried ? `${words(slider, slider.value, units)} → ` : ''}
                {words(slider, value, units)}
              </span>
            </span>
            <input
              type="range"
              aria-label={slider.label}
              aria-valuetext={words(slider, value, units)}
              min={along(slider, slider.least)}
              max={along(slider, slider.most)}
              step={STEPS[slider.unit]}
              value={along(slider, value)}
              className="h-6 w-full accent-ink"
              onChange={(event) =>
                onTry({ ...tries, [slider.key]: back(slider, Number(event.target.value)) })
              }
            />
          </label>
        );
      })}
      {tried.length > 0 ? (
        <>
          <p className="text-xs text-select" role="status" aria-busy={isBusy}>
            {caption}
          </p>
          <div className="flex gap-1">
            <Button look="strong" disabled={readOnly !== null} onClick={keep}>
              Keep
            </Button>
            <Button onClick={() => onTry({})}>As it is</Button>
          </div>
        </>
      ) : null}
    </div>
  );
}
