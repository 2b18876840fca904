import { Empty } from '../../parts/empty';
import { Inspector } from '../../inspector/inspector';
import { selectedBox, useRig } from '../../rig/context';
import { Strip } from '../../shell/strip';
import { AssumedList } from './assumed-list';
import { CatalogueList } from './catalogue-list';
import { QuickEntry } from './quick-entry';
import { Stage } from './stage';

/** What is in this rig, and what is known about it. */
export function GearView() {
  const { rig, selection } = useRig();
  const box = selectedBox(rig, selection);
  return (
    <div className="flex h-full min-h-0 flex-col lg:flex-row">
      <div className="min-h-0 min-w-0 flex-1 overflow-auto">
        <QuickEntry />
        <CatalogueList />
        {rig.boxes.length === 0 ? (
          <Empty
            title="Begin with one line of gear"
            text="Type what there is, in the player’s words, or press kinds in the catalogue. Nothing is wired until you take a routing."
          />
        ) : (
          <>
            <Strip />
            <Stage />
          </>
        )}
      </div>
      <aside
        aria-label="Facts"
        className="w-full shrink-0 overflow-auto border-t border-hair bg-sheet lg:w-84 lg:border-t-0 lg:border-l"
      >
        {box ? <Inspector key={box.id} box={box} /> : <AssumedList />}
      </aside>
    </div>
  );
}
