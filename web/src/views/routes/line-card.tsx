import { SEVERITIES } from '../../../../core/model';
import { besideSignal, count, formatDb, formatLength, formatQuantity } from '../../../../core/units';
import { Button } from '../../parts/button';
import { SEVERITY_TEXT } from '../../parts/severity';
import { Drawn, noEmphasis } from '../../pen/drawn';
import { useOpen } from '../../rig/use-open';
import { usePreferences } from '../../store/app';
import type { ShownLine } from '../../worker/searches';

/** What a routing is called, as a heading. */
export const titleOf = ({ name }: Pick<ShownLine, 'name'>): string => {
  const text = name.join('; ');
  return `${text.charAt(0).toUpperCase()}${text.slice(1)}`;
};

function Fact({ name, children }: { name: string; children: React.ReactNode }) {
  return (
    <div className="grid grid-cols-[8.5rem_minmax(0,1fr)] gap-2 border-t border-hair py-1 text-sm">
      <dt className="text-muted">{name}</dt>
      <dd className="min-w-0">{children}</dd>
    </div>
  );
}

const none = <span className="text-muted">none</span>;

function Leads({ title, leads }: { title: string; leads: ShownLine['fetch'] }) {
  const { units } = usePreferences();
  if (leads.length === 0) return null;
  return (
    <details>
      <summary className="min-h-6 cursor-pointer">{title}</summary>
      <ul className="pb-1 font-mono text-xs text-muted">
        {leads.map((lead) => (
          <li key={lead.number}>
            {lead.number}: {lead.from} → {lead.to}, {lead.kind} {formatLength(lead.lengthM, units)}
            {lead.toBeMade ? ', to be made' : ''}
          </li>
        ))}
      </ul>
    </details>
  );
}

function Facts({ line }: { line: ShownLine }) {
  const { units } = usePreferences();
  const judged = SEVERITIES.filter((severity) => line.findings[severity] > 0);
  return (
    <dl>
      <Fact name="Stage runs">
        {count(line.runs.count, 'lead')}, {formatLength(line.runs.metres, units)}
      </Fact>
      <Fact name="Leads">
        {line.fetch.length + line.move.length + line.putAway.length === 0 ? 'all as they are' : null}
        <Leads title={`${line.fetch.length} to fetch`} leads={line.fetch} />
        <Leads title={`${line.move.length} to move`} leads={line.move} />
        <Leads title={`${line.putAway.length} to put away`} leads={line.putAway} />
      </Fact>
      <Fact name="Adapters">{line.adapters.length === 0 ? none : line.adapters.join(', ')}</Fact>
      <Fact name="Converter trips">
        {line.trips}
        {line.trips > 0 ? `, ${line.ms.toFixed(1)} ms` : ''}{' '}
        <span className="text-xs text-muted">worst sound</span>
      </Fact>
      <Fact name="Ground loops">{line.groundLoops}</Fact>
      <Fact name="Hum">
        {line.humDb === null ? none : `${formatDb(besideSignal(line.humDb))} dB`}{' '}
        <span className="text-xs text-muted">of the grounds against the signal, ±6 dB</span>
      </Fact>
      <Fact name="Tone">
        {line.tone === null
          ? none
          : `${formatDb(line.tone.db)} dB at ${formatQuantity(Number((line.tone.hz / 1000).toPrecision(2)), '')} kHz`}{' '}
        <span className="text-xs text-muted">farthest from straight in</span>
      </Fact>
      <Fact name="Room">
        {line.roomDb === null ? none : `${formatDb(line.roomDb)} dB`}{' '}
        <span className="text-xs text-muted">beside what the house wants under a ceiling</span>
      </Fact>
      <Fact name="Noise">
        {line.floorDb === null ? none : `${formatDb(besideSignal(line.floorDb))} dB`}{' '}
        <span className="text-xs text-muted">against the signal, between notes</span>
      </Fact>
      <Fact name="Knobs that die">{line.deadKnobs.length === 0 ? none : line.deadKnobs.join(', ')}</Fact>
      <Fact name="Presses">
        {line.presses === null ? none : `${line.presses.total}${line.presses.isMore ? ' or more' : ''}`}{' '}
        <span className="text-xs text-muted">over the set</span>
      </Fact>
      <Fact name="Findings">
        {judged.length === 0
          ? none
          : judged.map((severity) => (
              <span key={severity} className={`mr-2 ${SEVERITY_TEXT[severity]}`}>
                {count(line.findings[severity], severity)}
              </span>
            ))}
        {line.worst.length > 0 ? (
          <ul className="text-xs text-muted">
            {line.worst.map((text) => (
              <li key={text}>{text}</li>
            ))}
          </ul>
        ) : null}
      </Fact>
      <Fact name="Wishes undone">
        {line.undone.length === 0 ? none : <span className="text-caution">{line.undone.join('; ')}</span>}
      </Fact>
      {line.lost.length > 0 ? <Fact name="No longer heard">{line.lost.join(', ')}</Fact> : null}
    </dl>
  );
}

/** Of the maps of cards side by side: as low as all of them fit, so that their figures stand in one line. */
export const mapRatio = (lines: readonly ShownLine[]): number =>
  Math.max(2, Math.min(5, ...lines.map(({ map }) => map.width / map.height)));

/**
 * One routing with its map and all its figures; two of them stand side by side.
 * @param ratio of the map, width by height
 */
export function LineCard({
  line,
  ratio,
  onTake,
  onVariant,
}: {
  line: ShownLine;
  ratio: number;
  onTake: (line: ShownLine) => void;
  onVariant: (line: ShownLine) => void;
}) {
  const { readOnly } = useOpen('readOnly');
  const title = titleOf(line);
  const { width, height } = line.map;
  return (
    <article
      aria-label={title}
      className={`flex min-w-0 flex-col rounded border bg-sheet p-3 ${line.inForce ? 'border-2 border-select' : 'border-line'}`}
    >
      <h2 className="pb-1 text-base">{title}</h2>
      <svg
        role="img"
        aria-label={`Map of ${title}`}
        viewBox={`0 0 ${width} ${height}`}
        preserveAspectRatio="xMidYMin meet"
        style={{ aspectRatio: ratio }}
        className="pointer-events-none w-full rounded border border-hair bg-ground"
      >
        <Drawn drawing={line.map} emphasisOf={noEmphasis} />
      </svg>
      <div className="flex gap-2 py-2">
        {line.inForce ? (
          <p className="flex min-h-8 items-center text-sm font-semibold text-select">
            The rig is wired so now.
          </p>
        ) : (
          <>
            {line.unheard.length > 0 ? null : (
              <Button
                look="strong"
                className="min-h-8 flex-1"
                disabled={readOnly !== null}
                onClick={() => onTake(line)}
              >
                Take this routing
              </Button>
            )}
            <Button
              className="min-h-8"
              disabled={readOnly !== null}
              aria-label={`${title} as a variant`}
              title="Wired so on other nights; this one stays as it is"
              onClick={() => onVariant(line)}
            >
              As a variant …
            </Button>
          </>
        )}
      </div>
      <Facts line={line} />
    </article>
  );
}
