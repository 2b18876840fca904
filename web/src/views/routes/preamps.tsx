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
  const { value, stale, fault } = useAnalysis<'preamps'>({ kind: 'preamps', variant }, 'preamps');
  const count = useOpenWith(({ rig }) => rig.boxes.flatMap(({ blocks }) => blocks.filter(isPreamp)).length);
  if (count < 2) return null;
  const preamps = value?.preamps ?? [];
  const sounds = value?.sounds ?? [];
  const nameOf = (key: string | null) => preamps.find((one) => one.key === key)?.name ?? 'through none';
  const through = [...new Set(sounds.map(({ key }) => nameOf(key)))];
  const options = preamps.map(({ key, name }) => ({ value: key, label: name }));
  const choose = async (sound: string, key: string) => {
    const edit = await analyst.ask<'through'>({ kind: 'through', variant, sound, key });
    if (edit) commit(edit);
    else say('Nothing is to be switched for it: take a routing that it stands in.');
  };
  // One fold while it is looked up and after: its place is kept, and a press meanwhile opens it all the same.
  return (
    <details aria-busy={stale || !value} className="mb-2 rounded border border-line bg-sheet px-3 py-1">
      <summary className={`min-h-6 cursor-pointer text-sm ${value ? '' : 'text-muted'}`}>
        Whose preamp:{' '}
        {value ? through.join(', ') : fault === null ? 'looking …' : `it could not be told (${fault})`}
        {through.length > 1 ? ', by sound' : ''}
      </summary>
      <ul className="flex flex-col gap-1 py-1.5">
        {sounds.map(({ sound, name, key }) => (
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
