import { useEffect, useState } from 'react';
import { useLocation } from 'react-router';
import { Button } from '../parts/button';
import { useNotice } from '../store/app';
import { walkIsOpen } from '../store/tab';
import { takeUpdate, useUpdate } from '../store/update';

const LOOK_AGAIN_MS = 5_000;

/** Whether a walk is under way in any tab; looked at while somebody wants to know. */
function useWalkOpen(wanted: boolean): boolean {
  const [open, setOpen] = useState(true);
  const { pathname } = useLocation();
  useEffect(() => {
    if (!wanted) return;
    const look = () => void walkIsOpen().then(setOpen);
    look();
    const timer = setInterval(look, LOOK_AGAIN_MS);
    return () => clearInterval(timer);
  }, [wanted, pathname]);
  return open;
}

/** A new build waits behind this line; while a walk is under way the line stays away. */
export function UpdateBar() {
  const state = useUpdate((update) => update.state);
  const say = useNotice((notice) => notice.say);
  const walking = useWalkOpen(state !== 'none');
  const [taking, setTaking] = useState(false);
  if (state === 'none' || walking) return null;
  const take = async () => {
    setTaking(true);
    const why = await takeUpdate();
    if (why === null) return;
    setTaking(false);
    say(why, 'bad');
  };
  return (
    <div
      role="status"
      className="no-print flex flex-wrap items-center gap-3 border-b border-select bg-select-tint px-3 py-1 text-sm"
    >
      <span>
        {state === 'waiting'
          ? 'New version of Hum Map. Every edit is stored; nothing is lost by loading it.'
          : 'A new version of Hum Map was loaded in another tab.'}
      </span>
      {/* It can be pressed again: leaving a page that has something unstored may have been refused. */}
      <Button look="strong" aria-busy={taking} onClick={() => void take()}>
        {taking ? 'Loading it …' : 'New version, reload'}
      </Button>
    </div>
  );
}
