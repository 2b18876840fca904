import { LAYERS } from '../../../../core/layers';
import { Button } from '../../parts/button';
import { Choice } from '../../parts/field';
import { Menu, MenuItem } from '../../parts/menu';
import { useOpen, useOpenRig } from '../../rig/use-open';
import { actsOf, perform } from './acts';
import { useRoutes } from './use-map';

/** Made as the menu opens, of the state as it is then. */
function ActItems() {
  const store = useOpenRig();
  return actsOf(store)
    .filter((act) => !act.key.startsWith('Arrow'))
    .map((act) => (
      <MenuItem key={act.key} keys={act.shown} disabled={!act.enabled} onSelect={() => perform(act, store)}>
        {act.label}
      </MenuItem>
    ));
}

const LEVELS = [
  { value: 'fit', label: 'fit' },
  { value: '0', label: 'full' },
  { value: '1', label: 'folded' },
  { value: '2', label: 'overview' },
] as const;

const DETAILS = { fit: 'fit', 0: 0, 1: 1, 2: 2 } as const;

/** Layer, route, fit, and the acts for what is selected. */
export function ToolLine() {
  const map = useOpen(
    'layer',
    'setLayer',
    'setRoute',
    'stripShown',
    'setStripShown',
    'listed',
    'setListed',
    'level',
    'setLevel',
    'zoom',
    'setZoom',
  );
  const { routes, route } = useRoutes();
  const options = routes.map(({ index, name }) => ({ value: String(index), label: name }));
  return (
    <div className="flex min-h-8 shrink-0 flex-wrap items-center gap-x-3 gap-y-1 border-b border-hair bg-sheet px-3">
      <div role="radiogroup" aria-label="Layer" className="flex gap-0.5">
        {LAYERS.map(({ id, name }, i) => (
          <button
            key={id}
            type="button"
            role="radio"
            aria-checked={map.layer === id}
            title={`Layer ${name} (${i + 1})`}
            onClick={() => map.setLayer(id)}
            className={`min-h-6 rounded px-1.5 text-sm ${
              map.layer === id ? 'bg-ink text-on-ink' : 'text-muted hover:text-ink'
            }`}
          >
            <kbd className="font-mono text-xs opacity-70">{i + 1}</kbd> {name}
          </button>
        ))}
      </div>
      {map.layer === 'control' ? null : (
        <label className="flex min-w-0 flex-1 basis-40 items-center gap-1.5 text-sm">
          <span className="text-muted">Route</span>
          {options.length > 0 ? (
            <Choice
              className="max-w-64 min-w-0 border-hair"
              value={String(route)}
              options={options}
              onChange={(value) => map.setRoute(Number(value))}
            />
          ) : (
            <span className="text-muted">none yet</span>
          )}
        </label>
      )}
      <div className="ml-auto flex items-center gap-1">
        <Button
          look="quiet"
          aria-pressed={map.stripShown}
          className={map.stripShown ? 'bg-raised' : ''}
          onClick={() => map.setStripShown(!map.stripShown)}
        >
          On/off
        </Button>
        <Button
          look="quiet"
          aria-pressed={map.listed}
          className={`max-[599px]:hidden ${map.listed ? 'bg-raised' : ''}`}
          onClick={() => map.setListed(!map.listed)}
        >
          List
        </Button>
        <Choice
          label="How much is shown"
          className="w-24 border-hair max-[599px]:hidden"
          value={String(map.level) as '0' | '1' | '2' | 'fit'}
          options={LEVELS}
          onChange={(value) => map.setLevel(DETAILS[value])}
        />
        <Button
          look="quiet"
          aria-label="Smaller"
          className="max-[599px]:hidden"
          disabled={map.zoom <= 1}
          onClick={() => map.setZoom(Math.max(1, map.zoom - 0.2))}
        >
          −
        </Button>
        <Button
          look="quiet"
          aria-label="Larger"
          className="max-[599px]:hidden"
          disabled={map.zoom >= 2.4}
          onClick={() => map.setZoom(Math.min(2.4, map.zoom + 0.2))}
        >
          +
        </Button>
        <Menu align="end" trigger={<Button look="quiet">Acts ▾</Button>}>
          <ActItems />
        </Menu>
      </div>
    </div>
  );
}
