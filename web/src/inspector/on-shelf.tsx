import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import {
  compareWithShelf,
  itemFromBox,
  offersIn,
  type FigureDifference,
  type GearItem,
} from '../../../core/gear';
import { produce, setFigureAt, type Box, type Figure } from '../../../core/model';
import { formatQuantity } from '../../../core/units';
import { Button } from '../parts/button';
import { useOpen } from '../rig/use-open';
import { database, now, useNotice } from '../store/app';
import { storeItem } from '../store/gear';
import { troubleWords } from '../store/trouble';
import { freshItemId, tellGear, useGearShelf } from '../store/use-gear';
import { Section } from './section';

const figureWords = (figure: Figure | undefined, unit: string) =>
  figure
    ? `${formatQuantity(figure.value, unit)} ${figure.source}${figure.page === undefined ? '' : `, p. ${figure.page}`}`
    : 'not known';

/** Puts an item on the shelf and gives it as it stands there; what the store refused is said, and null given. */
function usePutOnShelf() {
  const say = useNotice((state) => state.say);
  return async (item: GearItem, based: number): Promise<GearItem | null> => {
    try {
      const stored = await storeItem(database, item, based, now());
      tellGear();
      if (stored.ok) return stored.item;
      say(
        stored.why === 'problems'
          ? stored.words.join(' ')
          : `“${item.name}” became another on the shelf meanwhile. Look again.`,
        'bad',
      );
    } catch (error) {
      say(`The store refused: ${troubleWords(error)}`, 'bad');
    }
    return null;
  };
}

function Line(props: {
  difference: FigureDifference;
  isNewer: boolean;
  disabled: boolean;
  onTake: () => void;
  onGive: () => void;
}) {
  const { difference, isNewer, disabled, onTake, onGive } = props;
  const { of, what, unit, here, onShelf, offeredBack } = difference;
  return (
    <li className="border-t border-hair py-1.5 text-xs first:border-t-0">
      <span className="font-mono">{of}</span> {what}
      <span className="grid grid-cols-[4rem_minmax(0,1fr)_auto] items-center gap-x-2 gap-y-1 pt-0.5">
        <span className="text-muted">here</span>
        <span className="font-mono">{figureWords(here, unit)}</span>
        {here ? (
          <Button
            look={offeredBack ? 'plain' : 'quiet'}
            className="min-h-6 px-2 text-xs"
            aria-label={`Put ${of}: ${what} on the shelf`}
            onClick={onGive}
          >
            Put on the shelf
          </Button>
        ) : (
          <span />
        )}
        <span className="text-muted">on the shelf</span>
        <span className="font-mono">{figureWords(onShelf, unit)}</span>
        {onShelf ? (
          <Button
            look={isNewer && !offeredBack ? 'plain' : 'quiet'}
            className="min-h-6 px-2 text-xs"
            disabled={disabled}
            aria-label={`Take ${of}: ${what} from the shelf`}
            onClick={onTake}
          >
            Take
          </Button>
        ) : (
          <span />
        )}
      </span>
    </li>
  );
}

function Beside({ box, item }: { box: Box; item: GearItem }) {
  const { readOnly, commit } = useOpen('readOnly', 'commit');
  const put = usePutOnShelf();
  const comparison = useMemo(() => compareWithShelf(box, item), [box, item]);
  const { isNewer, differences, onlyOnShelf, onlyHere } = comparison;
  const disabled = readOnly !== null;
  const follow = (revision: number) =>
    ({ edit: 'setFrom', arguments: { box: box.id, from: { item: item.id, revision } } }) as const;
  /** The last of them taken, the box is of the shelf's revision. */
  const take = ({ at, onShelf, of, what }: FigureDifference) => {
    if (!onShelf) return;
    const set = { edit: 'setFigure', arguments: { box: box.id, at, figure: onShelf } } as const;
    commit(
      differences.length > 1
        ? set
        : {
            edit: 'together',
            arguments: { label: `Take ${of}, ${what}`, edits: [set, follow(item.revision)] },
          },
    );
  };
  const give = async ({ at, here }: FigureDifference) => {
    const next = produce(item, (draft) => setFigureAt(draft, at, here));
    const stored = await put(next, item.revision);
    // What was given is no news to the box that gave it; other news stay news.
    if (stored && !isNewer) commit(follow(stored.revision));
  };
  const elsewhere = [
    onlyOnShelf.length > 0 ? `${onlyOnShelf.join(', ')} only on the shelf` : '',
    onlyHere.length > 0 ? `${onlyHere.join(', ')} only here` : '',
  ]
    .filter(Boolean)
    .join('; ');
  const news = offersIn(comparison).length;
  // Opened by news it stays open: what was looked at does not fold away under the hand.
  const [opened, setOpened] = useState(news > 0);
  if (news > 0 && !opened) setOpened(true);
  return (
    <Section title={`Gear shelf${news > 0 ? ` (${news} to look at)` : ''}`} open={opened}>
      <p className="text-xs text-muted">
        {isNewer
          ? 'It was changed on your shelf since this box was made.'
          : `Made from “${item.name}”, revision ${item.revision}.`}{' '}
        <Link to={`/gear/${item.id}`} className="text-ink underline underline-offset-2">
          Its panel
        </Link>
      </p>
      {differences.length > 0 ? (
        <ul aria-label="Figures that differ from the shelf">
          {differences.map((difference) => (
            <Line
              key={difference.key}
              difference={difference}
              isNewer={isNewer}
              disabled={disabled}
              onTake={() => take(difference)}
              onGive={() => void give(difference)}
            />
          ))}
        </ul>
      ) : null}
      {elsewhere === '' ? null : (
        <p className="text-xs text-muted">
          Jacks and blocks differ: {elsewhere}. To have them, add the box anew.
        </p>
      )}
      {isNewer ? (
        <div>
          <Button disabled={disabled} onClick={() => commit(follow(item.revision))}>
            {differences.length > 0 ? 'Leave the rest as it is here' : 'Looked at'}
          </Button>
        </div>
      ) : null}
    </Section>
  );
}

/** The box beside its item on the gear shelf, or the way there. */
export function OnShelf({ box }: { box: Box }) {
  const { readOnly, commit } = useOpen('readOnly', 'commit');
  const { shelf } = useGearShelf();
  const say = useNotice((state) => state.say);
  const put = usePutOnShelf();
  if (shelf === null) return null;
  const item = shelf.items.find(({ id }) => id === box.from?.item)?.item;
  if (item) return <Beside box={box} item={item} />;
  const keep = async () => {
    const stored = await put(itemFromBox(box, freshItemId(box.name)), 0);
    if (!stored) return;
    commit({
      edit: 'setFrom',
      arguments: { box: box.id, from: { item: stored.id, revision: stored.revision } },
    });
    say(`“${stored.name}” is on your gear shelf.`, 'plain', {
      words: 'Open its panel',
      to: `/gear/${stored.id}`,
    });
  };
  return (
    <Section title="Gear shelf">
      <p className="text-xs text-muted">
        Kept there with its figures and hidden settings, it is offered in every rig before the kinds of the
        catalogue.
      </p>
      <div>
        <Button disabled={readOnly !== null} onClick={() => void keep()}>
          Put on your gear shelf
        </Button>
      </div>
    </Section>
  );
}
