import {
  actsOnBlock,
  combinationOf,
  instrumentOf,
  pickupChoices,
  type Block,
  type Box,
  type Coil,
} from '../../../core/model';
import { formatQuantity, parseQuantity } from '../../../core/units';
import { Choice, Labelled, TextField } from '../parts/field';
import { useOpen } from '../rig/use-open';
import { today } from '../store/app';
import { PotFacts } from './pot-facts';
import { Section } from './section';

type Inside = Pick<Block, 'toneAt' | 'combinations' | 'innerFarad' | 'instrument'>;

const COILS = [
  { value: 'out', label: 'out' },
  { value: 'whole', label: 'on' },
  { value: 'half', label: 'one coil' },
  { value: 'turned', label: 'turned' },
  { value: 'half turned', label: 'one coil, turned' },
] as const;
type CoilWay = (typeof COILS)[number]['value'];

const INSTRUMENTS = [
  { value: 'guitar', label: 'a guitar' },
  { value: 'bass', label: 'a bass' },
  { value: 'piezo', label: 'a piezo' },
] as const;
const TONE_AT = [
  { value: 'pickup', label: 'ahead of the volume' },
  { value: 'wiper', label: 'at its wiper' },
] as const;
const JOINED = [
  { value: 'parallel', label: 'parallel' },
  { value: 'series', label: 'series' },
] as const;

function wayOf(coil: Coil | undefined): CoilWay {
  if (!coil) return 'out';
  if (coil.half) return coil.flipped ? 'half turned' : 'half';
  return coil.flipped ? 'turned' : 'whole';
}

/** What a position of the selector joins, pickup by pickup. */
function Position(props: { box: Box; block: Block; name: string; onSet: (inside: Inside) => void }) {
  const { box, block, name, onSet } = props;
  const { readOnly } = useOpen('readOnly');
  const { coils, joined } = combinationOf(block, name);
  const set = (ways: ReadonlyMap<string, CoilWay>, how: 'parallel' | 'series') => {
    const next = block.pickups.flatMap(({ id }) => {
      const way = ways.get(id) ?? 'out';
      if (way === 'out') return [];
      const [half, flipped] = [way.startsWith('half'), way.endsWith('turned')];
      return [{ pickup: id, ...(half ? { half } : {}), ...(flipped ? { flipped } : {}) }];
    });
    if (next.length === 0) return;
    const others = (block.combinations ?? []).filter((one) => one.name !== name);
    onSet({ ...insideOf(block), combinations: [...others, { name, joined: how, coils: next }] });
  };
  const ways = new Map(
    block.pickups.map(({ id }) => [id, wayOf(coils.find((coil) => coil.pickup.id === id))]),
  );
  return (
    <fieldset className="grid grid-cols-2 gap-1 border-t border-hair pt-1">
      <legend className="text-xs">{name}</legend>
      {block.pickups.map((pickup) => (
        <label key={pickup.id} className="flex min-w-0 flex-col text-xs text-muted">
          <span className="truncate">{pickup.name}</span>
          <Choice
            label={`${pickup.name} in ${name} of ${box.name}`}
            value={ways.get(pickup.id) ?? 'out'}
            options={COILS}
            disabled={readOnly !== null}
            onChange={(way) => set(new Map(ways).set(pickup.id, way), joined)}
          />
        </label>
      ))}
      {coils.length > 1 ? (
        <Choice
          label={`How ${name} of ${box.name} joins them`}
          value={joined}
          options={JOINED}
          disabled={readOnly !== null}
          onChange={(how) => set(ways, how)}
        />
      ) : null}
    </fieldset>
  );
}

const insideOf = ({ toneAt, combinations, innerFarad, instrument }: Block): Inside => ({
  ...(toneAt ? { toneAt } : {}),
  ...(combinations ? { combinations } : {}),
  ...(innerFarad ? { innerFarad } : {}),
  ...(instrument ? { instrument } : {}),
});

function Source({ box, block }: { box: Box; block: Block }) {
  const { rig, setting, readOnly, session, commit } = useOpen(
    'rig',
    'setting',
    'readOnly',
    'session',
    'commit',
  );
  const sound = rig.sounds.find(({ id }) => id === setting.sound);
  const choices = pickupChoices(block);
  const disabled = readOnly !== null;
  const set = (inside: Inside) =>
    session.commit({ edit: 'setPickups', arguments: { box: box.id, block: block.id, inside } });
  const inner = (text: string) => {
    const { innerFarad: gone, ...rest } = insideOf(block);
    if (text.trim() === '') return gone ? set(rest) : null;
    const value = parseQuantity(text, 'F');
    return value === null || value < 0
      ? 'A capacitance, such as 100 pF.'
      : set({ ...rest, innerFarad: { value, source: 'measured', date: today() } });
  };
  const pots = box.controls.filter((control) => control.law.type === 'pot' && actsOnBlock(control, block.id));
  return (
    <>
      {sound && choices.length > 1 ? (
        <Labelled label={`Position in ${sound.name}`}>
          {(id) => (
            <Choice
              id={id}
              value={combinationOf(block, sound.pickup).name}
              disabled={disabled}
              options={choices.map((name) => ({ value: name, label: name }))}
              onChange={(pickup) =>
                commit({ edit: 'setGuitar', arguments: { sound: sound.id, guitar: sound.guitar, pickup } })
              }
            />
          )}
        </Labelled>
      ) : null}
      {block.selector.map((name) => (
        <Position key={name} box={box} block={block} name={name} onSet={set} />
      ))}
      {pots.map((control) => (
        <PotFacts key={control.id} box={box} control={control} />
      ))}
      <div className="grid grid-cols-2 gap-2 border-t border-hair pt-1">
        {pots.some(({ sets }) => sets === 'tone') ? (
          <Labelled label="Tone control">
            {(id) => (
              <Choice
                id={id}
                value={block.toneAt ?? 'pickup'}
                options={TONE_AT}
                disabled={disabled}
                onChange={(toneAt) => void set({ ...insideOf(block), toneAt })}
              />
            )}
          </Labelled>
        ) : null}
        <Labelled label="Wire to the jack">
          {(id) => (
            <TextField
              id={id}
              mono
              onPause={false}
              value={block.innerFarad ? formatQuantity(block.innerFarad.value, 'F') : ''}
              placeholder={pots.length > 0 ? '100 pF' : 'none'}
              disabled={disabled}
              commit={inner}
            />
          )}
        </Labelled>
        <Labelled label="It is">
          {(id) => (
            <Choice
              id={id}
              value={instrumentOf(block)}
              options={INSTRUMENTS}
              disabled={disabled}
              onChange={(instrument) => void set({ ...insideOf(block), instrument })}
            />
          )}
        </Labelled>
      </div>
    </>
  );
}

/** Pickups as the selector joins them, and the controls behind them as they are built. */
export function Pickups({ box }: { box: Box }) {
  const sources = box.blocks.filter(({ role, pickups }) => role === 'source' && pickups.length > 0);
  if (sources.length === 0) return null;
  return (
    <Section title="Pickups and controls">
      {sources.map((block) => (
        <Source key={block.id} box={box} block={block} />
      ))}
    </Section>
  );
}
