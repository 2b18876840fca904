import { useEffect, useState } from 'react';
import { Link, useParams } from 'react-router';
import { Empty, Busy } from '../../parts/empty';
import { Button } from '../../parts/button';
import { database, now, useNotice } from '../../store/app';
import { keepDraft, readGearItem } from '../../store/gear';
import { tellGear } from '../../store/use-gear';
import { troubleWords } from '../../store/trouble';
import { PanelContext, type PanelStore } from './panel-context';
import { PanelDesk } from './panel-desk';
import { createPanel } from './panel-store';

type Opened = { readonly id: string; readonly store: PanelStore | null; readonly fault: string | null };

/** Keeps the draft as it changes; writing goes on in order, the newest last. */
function keeper(say: (text: string, tone: 'bad') => void) {
  let last: Promise<unknown> = Promise.resolve();
  return (draft: Parameters<typeof keepDraft>[1]) => {
    last = last
      .then(() => keepDraft(database, draft))
      .catch((error: unknown) => say(`What you make is not stored: ${troubleWords(error)}`, 'bad'));
  };
}

async function open(id: string, say: (text: string, tone: 'bad') => void): Promise<Opened> {
  try {
    const { row, draft } = await readGearItem(database, id);
    const from = draft ?? (row && { id, item: row.item, unread: {}, based: row.item.revision });
    if (!from) return { id, store: null, fault: null };
    const keep = keeper(say);
    return {
      id,
      store: createPanel(from, draft !== undefined, (next) => keep({ ...next, changed: now() })),
      fault: null,
    };
  } catch (error) {
    return { id, store: null, fault: troubleWords(error) };
  }
}

/** The panel of one box of the gear shelf: its jacks as printed, what is between them, and their facts. */
export function PanelView() {
  const { id = '' } = useParams();
  const say = useNotice((state) => state.say);
  const [opened, setOpened] = useState<Opened | null>(null);
  useEffect(() => {
    let gone = false;
    void open(id, say).then((next) => !gone && setOpened(next));
    return () => {
      gone = true;
      // The list behind is told once it is come back to.
      tellGear();
    };
  }, [id, say]);
  if (opened?.id !== id)
    return (
      <main>
        <Busy what="Opening the panel" />
      </main>
    );
  if (!opened.store)
    return (
      <main>
        <Empty
          title={
            opened.fault === null ? 'This box is not on your gear shelf' : 'The gear shelf could not be read'
          }
          text={opened.fault ?? 'It was removed, or is kept under another address.'}
        >
          <Link to="/gear">
            <Button look="strong">To the gear shelf</Button>
          </Link>
        </Empty>
      </main>
    );
  return (
    <PanelContext value={opened.store}>
      <PanelDesk />
    </PanelContext>
  );
}
