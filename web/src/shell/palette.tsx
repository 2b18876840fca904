import { Command } from 'cmdk';
import { Dialog } from 'radix-ui';
import { useNavigate, useLocation } from 'react-router';
import { nightIds, nightName } from '../../../core/model';
import { thingsOf, type Thing } from '../../../core/search';
import { goFocus, onCloseAutoFocus } from '../parts/focus';
import { SEVERITY_TEXT } from '../parts/severity';
import { useOpen } from '../rig/use-open';
import { useAnalysis } from '../worker/use-analysis';
import { SOUND_PARTS, VIEWS } from './views';

const row =
  'flex min-h-8 cursor-pointer items-baseline justify-between gap-4 rounded px-2 py-1 text-sm data-[selected=true]:bg-select-tint';

/** Typed words must each begin a word of the entry, or be its number; what begins the title comes first. */
function score(value: string, search: string): number {
  const [title = ''] = value.toLowerCase().split('|');
  const words = value.toLowerCase().split(/[^\p{L}\p{N}]+/u);
  const typed = search
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean);
  if (
    !typed.every((part) => words.some((word) => (/^\d+$/.test(part) ? word === part : word.startsWith(part))))
  )
    return 0;
  const first = typed[0] ?? '';
  return title.startsWith(search.toLowerCase().trim()) ? 1 : title.startsWith(first) ? 0.8 : 0.5;
}

/** Finds a box, a jack, a lead number, a finding, a view or a sound, and frames it on the map. */
export function Palette({ onClose }: { onClose: () => void }) {
  const { rig, setting, sound, select, setSound, setVariant, setOpenKey } = useOpen(
    'rig',
    'setting',
    'sound',
    'select',
    'setSound',
    'setVariant',
    'setOpenKey',
  );
  const navigate = useNavigate();
  const { search } = useLocation();
  const { value: findings } = useAnalysis<'findings'>({
    kind: 'findings',
    variant: setting.variant,
    sound: sound?.id ?? null,
  });
  const go = (view: string, params: Readonly<Record<string, string>> = {}) => {
    const next = new URLSearchParams(search);
    for (const [name, value] of Object.entries(params)) next.set(name, value);
    void navigate({ pathname: `/rig/${rig.id}/${view}`, search: next.toString() });
    onClose();
    goFocus(view === 'map' ? 'rig' : 'view');
  };
  const show = (part: Thing['part']) => {
    select(part);
    go('map', { sel: `${part.type}:${part.id}` });
  };
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/40" />
        <Dialog.Content
          aria-describedby={undefined}
          onCloseAutoFocus={onCloseAutoFocus}
          className="fixed top-[10dvh] left-1/2 z-50 flex max-h-[75dvh] w-[min(94vw,36rem)] -translate-x-1/2 flex-col rounded border border-line bg-sheet shadow-xl"
        >
          <Dialog.Title className="sr-only">Find</Dialog.Title>
          <Command
            label="Find a box, jack, lead number or finding"
            filter={score}
            className="flex min-h-0 flex-col"
          >
            <Command.Input
              autoFocus
              placeholder="box, jack, lead number, finding …"
              className="min-h-11 border-b border-hair bg-transparent px-3 text-base outline-none"
            />
            <Command.List className="min-h-0 overflow-auto p-1.5">
              <Command.Empty className="p-3 text-sm text-muted">
                Nothing of that name in this rig.
              </Command.Empty>
              {(findings ?? []).map((line) => (
                <Command.Item
                  key={line.key}
                  value={`${line.text}|${line.severity} ${line.code} ${line.key}`}
                  className={row}
                  onSelect={() => {
                    setOpenKey(line.key);
                    go('map', { finding: line.key });
                  }}
                >
                  <span className="min-w-0 truncate">{line.text}</span>
                  <span className={`text-xs ${SEVERITY_TEXT[line.severity]}`}>{line.severity}</span>
                </Command.Item>
              ))}
              {thingsOf(rig, setting.variant).map(({ part, title, detail }) => (
                <Command.Item
                  key={`${part.type}:${part.id}`}
                  value={`${title}|${detail} ${part.type} ${part.id}`}
                  className={row}
                  onSelect={() => show(part)}
                >
                  <span>{title}</span>
                  <span className="font-mono text-xs text-muted">{detail}</span>
                </Command.Item>
              ))}
              {rig.sounds.map((one) => (
                <Command.Item
                  key={one.id}
                  value={`${one.name}|sound ${one.id}`}
                  className={row}
                  onSelect={() => {
                    setSound(one.id);
                    onClose();
                  }}
                >
                  <span>{one.name}</span>
                  <span className="text-xs text-muted">sound</span>
                </Command.Item>
              ))}
              {rig.variants.length > 0
                ? nightIds(rig).map((id) => (
                    <Command.Item
                      key={`variant ${id ?? ''}`}
                      value={`${nightName(rig, id)}|variant ${id ?? 'base'}`}
                      className={row}
                      onSelect={() => {
                        setVariant(id);
                        onClose();
                      }}
                    >
                      <span>{nightName(rig, id)}</span>
                      <span className="text-xs text-muted">variant</span>
                    </Command.Item>
                  ))
                : null}
              {[
                ...VIEWS,
                ...SOUND_PARTS.slice(1).map(({ path, name }) => ({ path: `sounds${path}`, name })),
              ].map((view) => (
                <Command.Item
                  key={view.path}
                  value={`${view.name}|view`}
                  className={row}
                  onSelect={() => go(view.path)}
                >
                  <span>{view.name}</span>
                  <span className="text-xs text-muted">view</span>
                </Command.Item>
              ))}
            </Command.List>
          </Command>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
