import { isPreamp } from '../../../../core/model';
import { Choice } from '../../parts/field';
import { useOpen, useOpenWith } from '../../rig/use-open';
import { useNotice } from '../../store/app';
import { useAnalysis } from '../../worker/use-analysis';

/** Whose preamp each sound goes through; another is switched in at a press, in that sound alone. */
export function Preamps() {
  const { setting, readOnly, commit, analyst } = useOpen('setting', 'readOnly', 'commit', 'analyst');
  const say = useNotice((state) => state.say);
  const { variant } = setting;
  const { value, stale } = useAnalysis<'preamps'>({ kind: 'preamps', variant }, 'preamps');
  const count = useOpenWith(({ rig }) => rig.boxes.flatMap(({ blocks }) => blocks.filter(isPreamp)).length);
  if (count < 2) return null;
  // Its place is kept: nothing on the page moves once it is told.
  if (!value)
    return (
      <p aria-busy className="mb-2 rounded border border-line bg-sheet px-3 py-1 text-sm text-muted">
        <span className="inline-flex min-h-6 items-center">Whose preamp: looking …</span>
      </p>
    );
  const nameOf = (key: string | null) => value.preamps.find((one) => one.key === key)?.name ?? 'through none';
  const through = [...new Set(value.sounds.map(({ key }) => nameOf(key)))];
  const options = value.preamps.map(({ key, name }) => ({ value: key, label: name }));
  const choose = async (sound: string, key: string) => {
    const edit = await analyst.ask<'through'>({ kind: 'through', variant, sound, key });
    if (edit) commit(edit);
    else say('Nothing is to be switched for it: take a routing that it stands in.');
  };
  return (
    <details aria-busy={stale} className="mb-2 rounded border border-line bg-sheet px-3 py-1">
      <summary className="min-h-6 cursor-pointer text-sm">
        Whose preamp: {through.join(', ')}
        {through.length > 1 ? ', by sound' : ''}
      </summary>
      <ul className="flex flex-col gap-1 py-1.5">
        {value.sounds.map(({ sound, name, key }) => (
          <li key={sound} className="flex items-center gap-2 text-sm">
            <span className="min-w-0 flex-1 truncate">{name}</span>
            <span className="w-56 shrink-0">
              <Choice
                label={`Whose preamp in ${name}`}
                value={key ?? ''}
                options={key === null ? [{ value: '', label: 'through none' }, ...options] : options}
                disabled={readOnly !== null}
                onChange={(chosen) =>
                  void choose(sound, chosen).catch((error: unknown) =>
                    say(error instanceof Error ? error.message : String(error), 'bad'),
                  )
                }
              />
            </span>
          </li>
        ))}
      </ul>
    </details>
  );
}
