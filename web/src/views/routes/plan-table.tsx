import { count } from '../../../../core/units';
import { onAnswerArrow } from '../../parts/arrows';
import { Later } from '../../parts/later';
import { Button } from '../../parts/button';
import { Drawn, noEmphasis } from '../../pen/drawn';
import { useOpen } from '../../rig/use-open';
import { usePreferences } from '../../store/app';
import type { ShownLine } from '../../worker/searches';
import { titleOf } from './line-card';
import { COLUMNS, type Column } from './plan-columns';

const shown = ({ isWide }: Column) => (isWide ? 'max-lg:hidden' : '');

/** A figure beside that of the chosen line: less, more, or the same. */
function Cell({ column, line, chosen }: { column: Column; line: ShownLine; chosen: ShownLine }) {
  const { units } = usePreferences();
  const by = column.of(line) - column.of(chosen);
  const sign = by === 0 ? null : by < 0 ? '↓' : '↑';
  return (
    <td
      className={`px-1.5 py-1.5 align-top text-xs lg:px-2 lg:whitespace-nowrap tabular-nums ${by === 0 && line !== chosen ? 'text-muted' : ''} ${shown(column)}`}
    >
      {column.words(line, units)}
      {sign ? (
        <span
          className="ml-1 font-semibold"
          title={by < 0 ? 'less than the chosen one' : 'more than the chosen one'}
        >
          {sign}
        </span>
      ) : null}
    </td>
  );
}

function Strip({ line }: { line: ShownLine }) {
  const { strip } = line;
  return (
    <svg
      role="img"
      aria-label={`Order: ${line.key}`}
      width={strip.width}
      height={strip.height}
      viewBox={`0 0 ${strip.width} ${strip.height}`}
      className="block select-none"
      preserveAspectRatio="xMinYMin meet"
    >
      <Later frames={1}>
        <Drawn drawing={strip} emphasisOf={noEmphasis} />
      </Later>
    </svg>
  );
}

function Row(props: {
  line: ShownLine;
  chosen: ShownLine;
  beside: ShownLine | null;
  others: number;
  asking: boolean;
  onChoose: (line: ShownLine) => void;
  onBeside: (line: ShownLine) => void;
  onTake: (line: ShownLine) => void;
  onVariant: (line: ShownLine) => void;
  onMore: (family: string) => void;
}) {
  const { line, chosen, beside, others, asking, onChoose, onBeside, onTake, onVariant, onMore } = props;
  const { readOnly } = useOpen('readOnly');
  const isChosen = line === chosen;
  const [family = '', ...rest] = line.name;
  const title = titleOf(line);
  const acts = (
    <div className="ml-auto flex shrink-0 flex-wrap items-center justify-end gap-1">
      {line.inForce ? null : line.unheard.length > 0 ? (
        <Button disabled={readOnly !== null} onClick={() => onVariant(line)}>
          As a variant …
        </Button>
      ) : (
        <Button
          look={isChosen ? 'strong' : 'plain'}
          disabled={readOnly !== null}
          aria-label={`Take ${title}`}
          onClick={() => onTake(line)}
        >
          Take
        </Button>
      )}
      {isChosen ? null : (
        <Button look="quiet" aria-pressed={line === beside} onClick={() => onBeside(line)}>
          {line === beside ? 'Beside' : 'Lay beside'}
        </Button>
      )}
      {others > 0 ? (
        <Button
          look="quiet"
          disabled={asking}
          title="Others of this family; most are judged when they are asked for"
          onClick={() => onMore(family)}
        >
          {asking ? 'Judging others …' : `${count(others, 'other')} …`}
        </Button>
      ) : null}
    </div>
  );
  const figures = (
    <tr className={isChosen ? 'bg-select-tint' : ''}>
      <th scope="row" className="min-w-52 py-1.5 pr-2 pl-3 text-left align-top font-normal lg:min-w-72">
        <button
          type="button"
          data-answer
          aria-pressed={isChosen}
          onClick={() => onChoose(line)}
          className="block w-full rounded text-left"
        >
          <span className="block text-sm">
            <span className="font-semibold">{family === '' ? title : titleOf({ name: [family] })}</span>
            {line.inForce ? (
              <span className="pl-2 text-xs font-semibold text-select">wired so now</span>
            ) : null}
            {rest.length > 0 ? <span className="block text-xs">{rest.join('; ')}</span> : null}
          </span>
          {line.unheard.length > 0 ? (
            <span className="block text-xs text-caution">
              Leaves {line.unheard.join(', ')} silent: a night of its own.
            </span>
          ) : null}
        </button>
      </th>
      {COLUMNS.map((column) => (
        <Cell key={column.name} column={column} line={line} chosen={chosen} />
      ))}
    </tr>
  );
  return (
    <tbody aria-label={line.inForce ? `${title}, wired so now` : title}>
      {figures}
      <tr className={`border-b border-hair ${isChosen ? 'bg-select-tint' : ''}`}>
        <td colSpan={COLUMNS.length + 1} className="max-w-0 px-3 pb-1.5">
          <div className="flex flex-wrap items-end gap-x-3 gap-y-1">
            {isChosen ? (
              <div className="max-w-full overflow-x-auto">
                <Strip line={line} />
              </div>
            ) : (
              <p className="min-w-0 flex-1 basis-80 truncate font-mono text-xs text-muted" title={line.key}>
                {line.key}
              </p>
            )}
            {acts}
          </div>
        </td>
      </tr>
    </tbody>
  );
}

/** One line a routing, the best first; figures that are other than those of the chosen one are marked. */
export function PlanTable(props: {
  lines: readonly ShownLine[];
  chosen: ShownLine;
  beside: ShownLine | null;
  /** How many of a family are not shown. */
  others: (family: string) => number;
  asking: string | null;
  stale: boolean;
  onChoose: (line: ShownLine) => void;
  onBeside: (line: ShownLine) => void;
  onTake: (line: ShownLine) => void;
  onVariant: (line: ShownLine) => void;
  onMore: (family: string) => void;
}) {
  const { lines, others, asking, stale, ...rest } = props;
  const seen = new Set<string>();
  return (
    <div className="relative overflow-x-auto rounded border border-line bg-sheet" onKeyDown={onAnswerArrow}>
      <table aria-label="Routings" aria-busy={stale} className="w-full border-collapse">
        <thead>
          <tr className="border-b border-line text-left text-xs text-muted">
            <th scope="col" className="px-3 py-1 font-normal">
              Routing and its order
            </th>
            {COLUMNS.map((column) => (
              <th
                key={column.name}
                scope="col"
                className={`px-1.5 py-1 font-normal lg:px-2 ${shown(column)}`}
              >
                {column.name}
              </th>
            ))}
          </tr>
        </thead>
        {lines.map((line) => {
          const [family = ''] = line.name;
          const isFirst = !seen.has(family);
          seen.add(family);
          return (
            <Row
              key={line.key}
              line={line}
              {...rest}
              others={isFirst ? others(family) : 0}
              asking={asking === family}
            />
          );
        })}
      </table>
    </div>
  );
}
