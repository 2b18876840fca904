import { useEffect, useRef } from 'react';
import { Empty } from '../../parts/empty';
import { useMedia } from '../../parts/use-size';
import { Inspector } from '../../inspector/inspector';
import { selectedBox } from '../../../../core/acts';
import { useOpen } from '../../rig/use-open';
import { Strip } from '../../shell/strip';
import { AssumedList } from './assumed-list';
import { CatalogueList } from './catalogue-list';
import { House } from './house';
import { MainsLine } from './mains';
import { QuickEntry } from './quick-entry';
import { Stage } from './stage';

/** What is in this rig, and what is known about it. */
export function GearView() {
  const { rig, selection } = useOpen('rig', 'selection');
  const box = selectedBox(rig, selection);
  const facts = useRef<HTMLElement>(null);
  const narrow = useMedia('(max-width: 1023px)');
  // Where the facts stand below the stage, choosing a box leads to them.
  useEffect(() => {
    if (narrow && box?.id !== undefined) facts.current?.scrollIntoView({ block: 'start' });
  }, [narrow, box?.id]);
  return (
    <div className="flex flex-col lg:h-full lg:min-h-0 lg:flex-row">
      <div className="min-w-0 lg:min-h-0 lg:flex-1 lg:overflow-auto">
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
            <MainsLine />
            <Stage />
            <House />
          </>
        )}
      </div>
      <aside
        ref={facts}
        aria-label="Facts"
        className="w-full shrink-0 border-t border-hair bg-sheet lg:w-84 lg:overflow-auto lg:border-t-0 lg:border-l"
      >
        {box ? <Inspector key={box.id} box={box} /> : <AssumedList />}
      </aside>
    </div>
  );
}
