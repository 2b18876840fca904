import type { PlugAnswer } from '../../../../core/cables';
import { besidePlate, type Group } from '../../../../core/drawing';
import { boxOf, jackIn } from '../../../../core/model';
import { goFocus } from '../../parts/focus';
import { useOpen } from '../../rig/use-open';
import type { Plugging } from './use-map';

/** Measures of the list, px: it must be known where it ends before it is drawn. */
const WIDTH = 212;
const ROW = 30;
/** A row whose words do not fit beside the jack's name has them below it. */
const TALL_ROW = 44;
const SHORT_WORDS = 16;
const HEAD = 26;
const MOST = 300;

const wordsOf = ({ verdict, words }: PlugAnswer) => (verdict === 'wrong' ? words : `fits ${words}`.trim());
const isTall = (answer: PlugAnswer) => wordsOf(answer).length > SHORT_WORDS;
const heightOf = (answer: PlugAnswer) => (isTall(answer) ? TALL_ROW : ROW);

function plateRect(groups: readonly Group[], box: string, zoom: number) {
  const group = groups.find(({ key }) => key === `box:${box}`);
  const plate = group?.items.find((item) => item.type === 'plate');
  if (!group || plate?.type !== 'plate') return null;
  return { x: group.at.x * zoom, y: group.at.y * zoom, w: plate.w * zoom, h: plate.h * zoom };
}

const LOOK: Readonly<Record<PlugAnswer['verdict'], string>> = {
  fits: 'text-ink',
  'fits with': 'text-ink',
  wrong: 'text-muted',
};

type Props = {
  readonly plugging: Plugging;
  readonly groups: readonly Group[];
  readonly pane: HTMLElement;
  readonly zoom: number;
};

/**
 * The free jacks of the plate under the pointer, beside it and over its neighbours: while a plug is in hand nothing
 * on the map makes room. The list at the right says the same to the keyboard.
 */
export function FlyOut({ plugging, groups, pane, zoom }: Props) {
  const { rig, pointed, choose, select } = useOpen('rig', 'pointed', 'choose', 'select');
  const box = boxOf(rig, pointed ?? undefined);
  const plate = box && plateRect(groups, box.id, zoom);
  const answers = plugging.answers.filter(({ at, free }) => free && at.box === box?.id);
  if (!plate || answers.length === 0) return null;
  const size = {
    w: WIDTH,
    h: Math.min(MOST, HEAD + answers.reduce((sum, answer) => sum + heightOf(answer), 2)),
  };
  const seen = { x: pane.scrollLeft, y: pane.scrollTop, w: pane.clientWidth, h: pane.clientHeight };
  const { x, y } = besidePlate(plate, size, seen);
  const take = (answer: PlugAnswer) => {
    if (answer.verdict === 'wrong') select({ type: 'jack', id: `${answer.at.box}/${answer.at.jack}` });
    else {
      choose(answer);
      goFocus('rig');
    }
  };
  return (
    <div
      role="group"
      aria-label={`Free jacks of ${box.name}`}
      className="absolute overflow-auto rounded-sm border border-select bg-raised"
      style={{ left: x, top: y, width: size.w, height: size.h }}
      onClick={(event) => event.stopPropagation()}
    >
      <p
        className="truncate border-b border-hair px-2 text-sm font-bold"
        style={{ height: HEAD, lineHeight: `${HEAD}px` }}
      >
        {box.name}
      </p>
      {answers.map((answer) => (
        <button
          key={answer.at.jack}
          type="button"
          tabIndex={-1}
          onClick={() => take(answer)}
          className={`flex w-full px-2 text-left text-sm hover:bg-select-tint ${LOOK[answer.verdict]} ${isTall(answer) ? 'flex-col justify-center' : 'items-center gap-2'}`}
          style={{ height: heightOf(answer) }}
        >
          <span className="shrink-0 font-mono">{jackIn(box, answer.at.jack)?.label}</span>
          <span className="max-w-full truncate text-xs text-muted" title={wordsOf(answer)}>
            {wordsOf(answer)}
          </span>
        </button>
      ))}
    </div>
  );
}
