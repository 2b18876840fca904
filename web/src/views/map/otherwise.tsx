import { nightName } from '../../../../core/model';
import { useOpen } from '../../rig/use-open';
import { useAnalysis } from '../../worker/use-analysis';

/** What the variant in force has otherwise than the base; null while it is not known, or in the base itself. */
export function useDiffering() {
  const { setting } = useOpen('setting');
  const { variant } = setting;
  const { value } = useAnalysis<'differing'>(
    variant === null ? null : { kind: 'differing', variant },
    'differing',
  );
  return value;
}

/** Over the map while a variant is in force: what it has otherwise than the base, each to be pressed. */
export function Otherwise() {
  const { rig, setting, selection, select } = useOpen('rig', 'setting', 'selection', 'select');
  const all = useDiffering();
  if (setting.variant === null || !all) return null;
  const [name, base] = [nightName(rig, setting.variant), nightName(rig, null)];
  return (
    <div
      role="group"
      aria-label={`Otherwise than ${base}`}
      className="flex max-h-14 shrink-0 flex-wrap items-center gap-x-2 overflow-auto border-b border-hair bg-select-tint px-3 py-0.5 text-sm"
    >
      <span>
        <span className="font-semibold">{name}</span>{' '}
        {all.length === 0
          ? `is wired as ${base} so far; what is moved now, is moved in it alone.`
          : `is otherwise than ${base} in`}
      </span>
      {all.map(({ id, part, what, now, was }) => (
        <button
          key={id}
          type="button"
          title={`${now}; in ${base}: ${was}`}
          aria-pressed={selection?.type === part.type && selection.id === part.id}
          className="min-h-6 rounded px-0.5 underline decoration-line underline-offset-2 aria-pressed:bg-select aria-pressed:text-on-ink"
          onClick={() => select(part)}
        >
          {part.type === 'lead' ? what.replace('Lead ', 'lead ') : what}
        </button>
      ))}
    </div>
  );
}
