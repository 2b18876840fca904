import { soundsCsv } from '../../../../core/control';
import { slug } from '../../../../core/model';
import { count } from '../../../../core/units';
import { ActLink } from '../../parts/act-link';
import { Button } from '../../parts/button';
import { Empty } from '../../parts/empty';
import { useFiles } from '../../parts/use-files';
import { useNotice } from '../../store/app';
import { saveText } from '../../store/files';
import { Grid } from './grid';
import { SoundsHead } from './parts-of-view';
import { useSounds } from './use-sounds';

const KEYS =
  'Arrows walk, with Shift they choose more. Space presses, a letter or Enter writes, Delete goes back to rest. Ctrl+C, Ctrl+X, Ctrl+V, Ctrl+D copies, cuts, pastes, fills down. Alt+↑ and Alt+↓ move the sound.';

/** Which sound sets what: a row a sound, a column for everything it can set. */
export function SoundsView() {
  const sounds = useSounds();
  const say = useNotice((state) => state.say);
  const { rig, table, only, refused, isReadOnly } = sounds;
  const { pick, picker, drop, over } = useFiles('Table of sounds to read', '.csv,text/csv', ([file]) => {
    if (!file) return;
    void file.text().then((text) => {
      if (sounds.read(text)) say(`${file.name} is read.`);
    });
  });
  const box = table.columns.find((column) => column.box?.id === only)?.box;
  if (rig.boxes.length === 0)
    return (
      <Empty
        title="No boxes to set yet"
        text="Each sound stands here in a row, with all that it sets of every box: the gear comes first."
      >
        <ActLink to={`/rig/${rig.id}/gear`}>Enter the gear</ActLink>
      </Empty>
    );
  return (
    <div className={`flex h-full min-h-0 flex-col ${over ? 'bg-select-tint' : ''}`} {...drop}>
      <SoundsHead
        title={box ? `What ${box.name} does in each sound` : 'Sounds'}
        text={
          <>
            {box ? (
              <b className="mr-1.5 text-sm text-ink">What {box.name} does in each sound.</b>
            ) : (
              `${count(table.rows.length, 'sound')}, ${count(sounds.shown.length, 'column')}. `
            )}
            <b className="text-ink">Heavier</b>: other than in the sound before. Lighter ground: said by the
            sound itself.
          </>
        }
      >
        {box ? <Button onClick={() => sounds.look(null)}>Every box</Button> : null}
        <Button disabled={isReadOnly} onClick={sounds.add} title="As the one at the cursor, under it">
          New sound
        </Button>
        <Button onClick={() => saveText(soundsCsv(sounds.of), `${slug(rig.title)}-sounds.csv`, 'text/csv')}>
          Save as CSV
        </Button>
        <Button disabled={isReadOnly} onClick={pick}>
          Read CSV
        </Button>
        {picker}
      </SoundsHead>
      {refused === null ? null : (
        <p role="alert" className="border-b border-fault bg-fault-tint px-4 py-1 text-sm text-fault">
          {refused}
        </p>
      )}
      <Grid sounds={sounds} />
      <p className="border-t border-hair bg-ground px-4 py-1 text-xs text-muted">{KEYS}</p>
    </div>
  );
}
