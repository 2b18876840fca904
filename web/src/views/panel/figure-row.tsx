import { useState } from 'react';
import type { UseFormReturn } from 'react-hook-form';
import type { FigureTexts } from '../../../../core/gear';
import { figureKey, type FigurePlace } from '../../../../core/model';
import { Button } from '../../parts/button';
import { today } from '../../store/app';
import { formName, type PartTexts } from './part-texts';

const look = 'min-h-7 w-full min-w-0 rounded border border-line bg-raised px-1.5 text-sm text-ink';

const MORE = [
  { name: 'low', label: 'from' },
  { name: 'high', label: 'to' },
  { name: 'date', label: 'on' },
  { name: 'note', label: 'note' },
] as const;

/** One figure: what it is, where it is from, on which page; its range, day and note one press away. */
export function FigureRow(props: {
  place: FigurePlace;
  /** What the part is called that it is shown with. */
  part: string;
  form: UseFormReturn<PartTexts>;
  /** Its texts as they are kept: a figure that has only just come is not in the form yet. */
  kept: FigureTexts;
  fault: string | null;
  commit: (texts: FigureTexts) => void;
}) {
  const { place, part, form, kept, fault, commit } = props;
  const { what, unit, of } = place;
  const base = `figures.${formName(figureKey(place.at))}` as const;
  const texts = form.watch(base, kept);
  const [open, setOpen] = useState(false);
  const keep = () => commit(form.getValues(base));
  /** Who types a figure has it from somewhere: it is assumed no more. */
  const keepValue = () => {
    const now = form.getValues(base);
    if (
      place.figure?.source === 'assumed' &&
      now.source === 'assumed' &&
      form.getFieldState(`${base}.value`).isDirty
    )
      form.setValue(`${base}.source`, 'manual');
    keep();
  };
  const setSource = (source: FigureTexts['source']) => {
    form.setValue(`${base}.source`, source);
    if (source === 'measured' && form.getValues(`${base}.date`) === '')
      form.setValue(`${base}.date`, today());
    if (form.getValues(`${base}.value`).trim() !== '') keep();
  };
  const isRange = texts.low !== '' && texts.high !== '';
  const onEnter = (event: { key: string }) => event.key === 'Enter' && keepValue();
  return (
    <li className="border-t border-hair py-1.5 first:border-t-0">
      <div className="flex items-baseline justify-between gap-2 text-xs">
        <span>
          {what} {of === part ? null : <span className="text-muted">{of}</span>}
        </span>
        <span className="text-muted">{isRange ? `${texts.low} … ${texts.high}` : ''}</span>
      </div>
      <div className="grid grid-cols-[minmax(0,1fr)_5.6rem_3.6rem_auto] gap-1">
        <input
          {...form.register(`${base}.value`, { onBlur: keepValue })}
          aria-label={`${of}: ${what}`}
          aria-invalid={fault !== null}
          placeholder={unit === '' ? 'not known' : `? ${unit}`}
          autoComplete="off"
          onKeyDown={onEnter}
          className={`${look} font-mono ${fault === null ? '' : 'border-danger'}`}
        />
        <select
          aria-label={`Source of ${of}: ${what}`}
          value={texts.source}
          onChange={(event) => setSource(event.target.value as FigureTexts['source'])}
          className={look}
        >
          <option value="assumed">assumed</option>
          <option value="manual">manual</option>
          <option value="measured">measured</option>
        </select>
        <input
          {...form.register(`${base}.page`, { onBlur: keep })}
          aria-label={`Page of ${of}: ${what}`}
          placeholder="page"
          autoComplete="off"
          className={look}
        />
        <Button
          look="quiet"
          className="px-1.5"
          aria-label={`Range, day and note of ${of}: ${what}`}
          aria-expanded={open}
          onClick={() => setOpen(!open)}
        >
          <span aria-hidden="true">{open ? '−' : '+'}</span>
        </Button>
      </div>
      {open ? (
        <div className="grid grid-cols-2 gap-1 pt-1">
          {MORE.map(({ name, label }) => (
            <label key={name} className="flex items-center gap-1 text-xs text-muted">
              <span className="w-8 shrink-0">{label}</span>
              <input
                {...form.register(`${base}.${name}`, { onBlur: keep })}
                aria-label={`${of}: ${what}, ${label}`}
                placeholder={name === 'date' ? 'YYYY-MM-DD' : undefined}
                autoComplete="off"
                className={look}
              />
            </label>
          ))}
        </div>
      ) : null}
      {fault === null ? null : (
        <p role="alert" className="pt-0.5 text-xs text-danger">
          {fault}
        </p>
      )}
    </li>
  );
}
