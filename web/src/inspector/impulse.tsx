import { useState } from 'react';
import { bandsOf, eqDb } from '../../../core/equaliser';
import { IMPULSE_HZ, impulseDb, parseWav } from '../../../core/impulse';
import type { Block, Box, EqSetting, Impulse } from '../../../core/model';
import { formatQuantity } from '../../../core/units';
import { Button } from '../parts/button';
import { SmallPlot } from '../parts/small-plot';
import { useFiles } from '../parts/use-files';
import { useOpen } from '../rig/use-open';

const MOST_BYTES = 20_000_000;

const hexOf = (bytes: ArrayBuffer): string =>
  [...new Uint8Array(bytes)].map((byte) => byte.toString(16).padStart(2, '0')).join('');

/** A file as it is kept with the block. @throws with what is wrong with it */
async function impulseOf(file: File): Promise<Impulse> {
  if (file.size > MOST_BYTES) throw new Error('over 20 MB: no impulse response is so long.');
  const bytes = await file.arrayBuffer();
  const wav = parseWav(bytes);
  const curveDb = impulseDb(wav);
  if (!curveDb) throw new Error('every sample in it is silent.');
  // Over a plain address browsers make no fingerprints.
  if (!globalThis.isSecureContext) throw new Error('it can be read at https or on this machine only.');
  const sha256 = hexOf(await crypto.subtle.digest('SHA-256', bytes));
  return { name: file.name.slice(0, 200), sha256, rateHz: wav.rateHz, curveDb: [...curveDb] };
}

/** The response by itself, and with the cuts and bands that are set. */
const Curve = ({ block, impulse, eq }: { block: Block; impulse: Impulse; eq: EqSetting }) => (
  <SmallPlot
    label={`Response of ${impulse.name}, by itself and as it is cut`}
    width={248}
    height={110}
    hz={IMPULSE_HZ}
    curves={[
      { db: impulse.curveDb, look: 'dashed' },
      {
        db: impulse.curveDb.map((value, i) => value + eqDb(bandsOf(block), eq, IMPULSE_HZ[i] ?? 20)),
        look: 'thick',
      },
    ]}
    range={[-36, 6]}
    ticks={[-24, -12, 0]}
  />
);

/** The impulse response that a cabinet model plays. */
export function ImpulseFields({ box, block, eq }: { box: Box; block: Block; eq: EqSetting }) {
  const { readOnly, session } = useOpen('readOnly', 'session');
  const [fault, setFault] = useState<string | null>(null);
  const { impulse } = block;
  const put = (to: Impulse | null) =>
    session.commit({ edit: 'setImpulse', arguments: { box: box.id, block: block.id, impulse: to } });
  const take = (files: readonly File[]) => {
    const [file] = files;
    if (!file) return;
    impulseOf(file).then(
      (read) => setFault(put(read)),
      (error: unknown) => setFault(`${file.name}: ${error instanceof Error ? error.message : String(error)}`),
    );
  };
  const { pick, picker, drop, over } = useFiles(`Impulse response of ${block.name}`, '.wav,audio/wav', take);
  return (
    <div className={`flex flex-col gap-1 ${over ? 'bg-select-tint' : ''}`} {...drop}>
      {impulse ? (
        <>
          <p className="text-xs">
            <span className="font-semibold">{impulse.name}</span>, {formatQuantity(impulse.rateHz, 'Hz')},{' '}
            <span className="font-mono" title={impulse.sha256}>
              {impulse.sha256.slice(0, 8)}
            </span>
          </p>
          <Curve block={block} impulse={impulse} eq={eq} />
          <p className="text-xs text-muted">Dashed: by itself. Thick: with the cuts. 0 dB: its loudest.</p>
        </>
      ) : null}
      {fault ? (
        <p role="alert" className="text-xs text-danger">
          {fault}
        </p>
      ) : null}
      <div className="flex flex-wrap gap-2">
        {picker}
        <Button disabled={readOnly !== null} onClick={pick}>
          {impulse ? 'Another response …' : 'Impulse response …'}
        </Button>
        {impulse ? (
          <Button disabled={readOnly !== null} onClick={() => void put(null)}>
            Remove
          </Button>
        ) : null}
      </div>
    </div>
  );
}
