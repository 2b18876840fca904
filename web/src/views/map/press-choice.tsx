import { Choice } from '../../parts/field';
import { useOpen } from '../../rig/use-open';
import { useControl } from './use-control';

/** Which press is looked at in time, and the sound it is pressed in. */
export function PressChoice() {
  const { rig, pressed, setPressed } = useOpen('rig', 'pressed', 'setPressed');
  const { value } = useControl();
  if (!value?.press) return null;
  const options = value.presses.map(({ id, words }) => ({ value: id, label: words }));
  return (
    <div className="flex shrink-0 items-center gap-1.5 text-muted">
      <Choice
        label="Press"
        className="max-w-52 border-hair"
        value={value.press.id}
        options={options}
        onChange={(press) => setPressed({ ...pressed, press })}
      />
      <label className="flex w-40 items-center gap-1.5">
        in
        <Choice
          className="border-hair"
          value={value.press.from}
          options={rig.sounds.map(({ id, name }) => ({ value: id, label: name }))}
          onChange={(from) => setPressed({ ...pressed, from })}
        />
      </label>
    </div>
  );
}
