import { bandsOf, bandsText, hertzLabel, isEqualiser, parseBands } from '../../../core/equaliser';
import type { Block, Box, EqSetting } from '../../../core/model';
import { resolve } from '../../../core/signal';
import { formatDb, formatQuantity, parseQuantity } from '../../../core/units';
import { Labelled, TextField } from '../parts/field';
import { useOpen } from '../rig/use-open';
import { FromLayer } from './blocks';
import { ImpulseFields } from './impulse';
import { Section } from './section';

const NOTHING: EqSetting = { gainsDb: [] };
const CUTS = [
  { key: 'lowCutHz', label: 'Low cut', usual: '80 Hz' },
  { key: 'highCutHz', label: 'High cut', usual: '6 kHz' },
] as const;

/** Gains of bands and the cuts of one block, in the scope that is chosen. */
export function EqFields({ box, block }: { box: Box; block: Block }) {
  const { rig, setting, scope, readOnly, session } = useOpen(
    'rig',
    'setting',
    'scope',
    'readOnly',
    'session',
  );
  const { eq: noted, from } = resolve(rig, setting).eq(box, block);
  const eq = noted ?? NOTHING;
  const bands = bandsOf(block);
  const disabled = readOnly !== null;
  const at = { box: box.id, block: block.id };
  const put = (to: EqSetting | null) =>
    session.commit({ edit: 'setEq', arguments: { ...at, eq: to, scope } });
  const setGain = (i: number, text: string) => {
    const db = text.trim() === '' ? 0 : parseQuantity(text, 'dB');
    if (db === null) return 'A figure in dB, such as −3.';
    return put({ ...eq, gainsDb: bands.map((_, k) => (k === i ? db : (eq.gainsDb[k] ?? 0))) });
  };
  const setCut = (key: (typeof CUTS)[number]['key'], text: string) => {
    if (text.trim() === '') {
      const others = { ...eq };
      delete others[key];
      return put(others);
    }
    const hertz = parseQuantity(text.replace(/k\s*(hz)?$/i, '000').replace(/hz$/i, ''), '');
    return hertz === null || hertz <= 0 ? 'A frequency, such as 80 Hz.' : put({ ...eq, [key]: hertz });
  };
  return (
    <div className="flex flex-col gap-1">
      <div className="flex items-center justify-between gap-2">
        <span className="text-sm">{block.name}</span>
        <FromLayer from={from} onBack={() => void put(null)} />
      </div>
      {bands.length > 0 ? (
        <div className="grid grid-cols-4 gap-1">
          {bands.map(({ hz }, i) => (
            <Labelled key={`${hz} ${i}`} label={hertzLabel(hz)}>
              {(id) => (
                <TextField
                  id={id}
                  mono
                  onPause={false}
                  value={noted ? formatDb(eq.gainsDb[i] ?? 0) : ''}
                  placeholder="–"
                  disabled={disabled}
                  commit={(text) => setGain(i, text)}
                />
              )}
            </Labelled>
          ))}
        </div>
      ) : null}
      <div className="grid grid-cols-2 gap-1">
        {CUTS.map(({ key, label, usual }) => (
          <Labelled key={key} label={label}>
            {(id) => (
              <TextField
                id={id}
                mono
                onPause={false}
                value={eq[key] === undefined ? '' : formatQuantity(eq[key], 'Hz')}
                placeholder={`none, or ${usual}`}
                disabled={disabled}
                commit={(text) => setCut(key, text)}
              />
            )}
          </Labelled>
        ))}
      </div>
      {block.role === 'cabModel' ? <ImpulseFields box={box} block={block} eq={eq} /> : null}
      <details className="text-xs">
        <summary className="min-h-6 text-muted">Which bands it has</summary>
        <TextField
          label={`Bands of ${block.name}`}
          mono
          onPause={false}
          value={block.bands ? bandsText(block.bands) : ''}
          placeholder={
            bands.length > 0
              ? bandsText(bands.map(({ type, hz }) => ({ type, hz })))
              : '120 low, 800, 6k high'
          }
          disabled={disabled}
          commit={(text) => {
            const read = text.trim() === '' ? [] : parseBands(text);
            if (read === null)
              return 'Frequencies with commas between, such as 120 low, 400, 2.5k q2, 8k high.';
            return session.commit({
              edit: 'setBands',
              arguments: { ...at, bands: read.length === 0 ? null : read },
            });
          }}
        />
      </details>
    </div>
  );
}

/** How equalisers and cabinet models of a box are set. */
export function Equalisers({ box }: { box: Box }) {
  const blocks = box.blocks.filter(isEqualiser);
  if (blocks.length === 0) return null;
  return (
    <Section title={`Equaliser (${blocks.length})`}>
      {blocks.map((block) => (
        <EqFields key={block.id} box={box} block={block} />
      ))}
    </Section>
  );
}
