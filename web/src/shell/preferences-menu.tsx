import { usePreferences } from '../store/app';
import { Button } from '../parts/button';
import { Menu, MenuChoice } from '../parts/menu';

/** Theme, units, paper and keys, the same for every rig under this address. */
export function PreferencesMenu() {
  const { theme, units, levels, paper, keys, set } = usePreferences();
  return (
    <Menu
      align="end"
      trigger={
        <Button look="quiet" aria-label="Preferences" title="Preferences">
          <svg
            width="16"
            height="16"
            viewBox="0 0 16 16"
            aria-hidden="true"
            fill="none"
            stroke="currentColor"
            strokeWidth="1.5"
          >
            <path d="M2 4.5h7M12 4.5h2M2 11.5h2M7 11.5h7" />
            <circle cx="10.5" cy="4.5" r="1.7" />
            <circle cx="5.5" cy="11.5" r="1.7" />
          </svg>
        </Button>
      }
    >
      <MenuChoice
        label="Theme"
        value={theme}
        onChange={(value) => void set({ theme: value })}
        options={[
          { value: 'system', label: 'As the system' },
          { value: 'light', label: 'Paper' },
          { value: 'dark', label: 'Slate' },
        ]}
      />
      <MenuChoice
        label="Lengths"
        value={units}
        onChange={(value) => void set({ units: value })}
        options={[
          { value: 'metres', label: 'Metres' },
          { value: 'feet', label: 'Feet' },
        ]}
      />
      <MenuChoice
        label="Levels"
        value={levels}
        onChange={(value) => void set({ levels: value })}
        options={[
          { value: 'dBu', label: 'dBu' },
          { value: 'dBV', label: 'dBV' },
          { value: 'V', label: 'Volts' },
        ]}
      />
      <MenuChoice
        label="Paper"
        value={paper}
        onChange={(value) => void set({ paper: value })}
        options={[
          { value: 'a4', label: 'A4' },
          { value: 'letter', label: 'Letter' },
        ]}
      />
      <MenuChoice
        label="Single keys on map and profile"
        value={keys ? 'on' : 'off'}
        onChange={(value) => void set({ keys: value === 'on' })}
        options={[
          { value: 'on', label: 'On' },
          { value: 'off', label: 'Off' },
        ]}
      />
      <p className="px-2 pt-1 text-xs text-muted">Version {__BUILD__}</p>
    </Menu>
  );
}
