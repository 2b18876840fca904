import { inSetting, type Box } from '../../../core/model';
import { loadBook, slavingBook, type LoadLine } from '../../../core/power';
import { formatDb, formatQuantity } from '../../../core/units';
import { useOpen } from '../rig/use-open';
import { Section } from './section';

const short = (value: number, unit: string): string => formatQuantity(Number(value.toPrecision(3)), unit);

function Line({ line, sound }: { line: LoadLine; sound: string | undefined }) {
  const { output, ohm, joined, ratio, shares, hasInternal, needsLoad } = line;
  return (
    <table className="w-full border-collapse text-xs">
      <caption className="text-left">
        <span className="font-mono">{output}</span>
        {sound ? ` in ${sound}` : ''}:{' '}
        {shares.length === 0 ? (
          <span className={needsLoad ? 'text-danger' : 'text-muted'}>
            {hasInternal ? 'its internal load' : needsLoad ? 'no load' : 'nothing plugged'}
          </span>
        ) : (
          <span className="font-mono">
            {ohm === null ? 'ohms not known' : short(ohm, 'Ω')}
            {joined ? ` ${joined}` : ''}
            {ratio === null ? '' : ` · ${Number(ratio.toFixed(2))}:1`}
          </span>
        )}
      </caption>
      {shares.length === 0 ? null : (
        <>
          <thead>
            <tr className="text-left text-muted">
              {['takes', 'share', 'W', 'stands', 'wants'].map((head, i) => (
                <th key={head} scope="col" className={`font-normal ${i > 0 ? 'pl-2 text-right' : ''}`}>
                  {head}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {shares.map(({ box, jack, share, watts, stands, wanted }) => (
              <tr key={`${box.id} ${jack}`} className="border-t border-hair">
                <th scope="row" className="text-left font-normal">
                  {box.name}
                </th>
                <td className="pl-2 text-right font-mono whitespace-nowrap">{Math.round(share * 100)} %</td>
                <td className="pl-2 text-right font-mono">{watts === null ? '–' : Math.round(watts)}</td>
                <td
                  className={`pl-2 text-right font-mono ${stands !== null && wanted !== null && stands < wanted ? 'text-danger' : ''}`}
                >
                  {stands === null ? '–' : Math.round(stands)}
                </td>
                <td className="pl-2 text-right font-mono">{wanted === null ? '–' : Math.round(wanted)}</td>
              </tr>
            ))}
          </tbody>
        </>
      )}
    </table>
  );
}

/** Of an amplifier: what takes its power, by share; and what it is slaved to. */
export function Loads({ box }: { box: Box }) {
  const { rig, setting } = useOpen('rig', 'setting');
  const of = inSetting(rig, setting);
  const lines = loadBook(of).filter((line) => line.box.id === box.id);
  const slaved = slavingBook(of).filter(({ small, big }) => small.id === box.id || big.id === box.id);
  if (lines.length === 0 && slaved.length === 0) return null;
  return (
    <Section title="What takes its power" open>
      {lines.map((line) => (
        <Line
          key={`${line.output} ${line.sound}`}
          line={line}
          sound={rig.sounds.find(({ id }) => id === line.sound)?.name}
        />
      ))}
      {slaved.map(({ small, big, gainDb }) => (
        <p key={`${small.id} ${big.id}`} className="text-xs">
          {big.name} is slaved to {small.name}
          {gainDb === null ? '' : `: ${formatDb(Number(gainDb.toFixed(1)))} dB by their watts`}. Both masters
          low at first.
        </p>
      ))}
    </Section>
  );
}
