import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { count } from '../../../core/units';
import { Button } from '../parts/button';
import { Empty } from '../parts/empty';
import { database, now, useNotice } from '../store/app';
import { tellTabs } from '../store/channel';
import { saveText } from '../store/files';
import type { EnteredRig } from '../store/enter';
import { keepLastGood, lastGood, salvageFile, type LastGood } from '../store/salvage';
import { troubleWords } from '../store/trouble';
import { readValue } from '../worker/reading';

/** A rig that is not here, or whose record does not pass: what can be had of it. */
export function Unreadable({ unread, id }: { unread: Extract<EnteredRig, { ok: false }>; id: string }) {
  const navigate = useNavigate();
  const say = useNotice((state) => state.say);
  const [good, setGood] = useState<LastGood | null>(null);
  const { head, reason } = unread;

  useEffect(() => {
    let left = false;
    if (head)
      lastGood(database, id, readValue).then(
        (found) => !left && setGood(found),
        // Without a way back the file is still offered.
        () => undefined,
      );
    return () => {
      left = true;
    };
  }, [head, id]);

  if (!head)
    return (
      <main>
        <Empty
          title="This rig is not on this shelf"
          text={`${reason} Rigs made under another address or port are still there.`}
        >
          <Button look="strong" onClick={() => void navigate('/shelf')}>
            To the shelf
          </Button>
        </Empty>
      </main>
    );

  /** What the store refuses here is said: nothing was changed by it. */
  const act = (work: Promise<unknown>) =>
    void work.catch((error: unknown) => say(`The store refused: ${troubleWords(error)}`, 'bad'));
  const save = () =>
    act(salvageFile(database, id).then(({ text, ending }) => saveText(text, `${id}.${ending}`)));
  const goBack = (to: LastGood) =>
    act(
      keepLastGood(database, to, now()).then((back) => {
        tellTabs({ kind: 'shelf', rig: back });
        return navigate(`/rig/${back}/map`);
      }),
    );
  const places = unread.places ?? [];
  return (
    <main>
      <Empty
        title={`“${head.title}” could not be read`}
        text={[
          `${reason} Nothing was changed or thrown away.`,
          good
            ? `It can be read as it was before ${good.undone.length === 1 ? `“${good.undone[0] ?? ''}”` : `its last ${count(good.undone.length, 'step')}`}.`
            : null,
          `The file holds all of it, with the steps that led to it: import takes it once ${places.length > 0 ? `${places.slice(0, 3).join(', ')} in it` : 'the value it refuses'} is put right.`,
        ]
          .filter((line) => line !== null)
          .join('\n')}
      >
        {good ? (
          <Button look="strong" onClick={() => goBack(good)}>
            Open it as it was
          </Button>
        ) : null}
        <Button onClick={save}>Save it as a file</Button>
        <Button onClick={() => void navigate('/shelf')}>To the shelf</Button>
      </Empty>
    </main>
  );
}
