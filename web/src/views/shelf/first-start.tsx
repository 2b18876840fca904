import { useEffect } from 'react';
import { useNavigate } from 'react-router';
import { Busy } from '../../parts/empty';
import { firstStart } from '../../store/demo';

/** The bare address: the demo's map the first time, the shelf ever after. */
export function FirstStart() {
  const navigate = useNavigate();
  useEffect(() => {
    let left = false;
    const go = (to: string) => {
      if (!left) void navigate(to, { replace: true });
    };
    firstStart().then(
      (id) => go(id === null ? '/shelf' : `/rig/${id}/map?first=1`),
      // A store that cannot be read says so on the shelf.
      () => go('/shelf'),
    );
    return () => {
      left = true;
    };
  }, [navigate]);
  return (
    <main>
      <Busy what="Opening" />
    </main>
  );
}
