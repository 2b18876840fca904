import { inNight } from '../core/model';
import { loadBook, slavingBook, type LoadLine } from '../core/power';
import { formatDb, formatQuantity, inWords } from '../core/units';
import { rigOf, variantOf, type Call } from './input';

const round = (value: number): number => Number(value.toPrecision(3));

function words({ output, ohm, joined, ratio, shares, needsLoad, hasInternal }: LoadLine): string {
  if (shares.length === 0)
    return hasInternal
      ? `${output}: its internal load`
      : `${output}: nothing${needsLoad ? '; IT NEEDS A LOAD' : ''}`;
  const loads = shares.map(({ box, share, watts, stands, wanted }) => {
    const own = watts === null ? '' : `, ${formatQuantity(round(watts), 'W')}`;
    const has =
      stands === null || wanted === null ? '' : ` (stands ${round(stands)}, wants ${round(wanted)})`;
    return `${box.name} ${Math.round(100 * share)} %${own}${has}`;
  });
  const sum = ohm === null ? 'ohms not known' : formatQuantity(round(ohm), 'Ω');
  return `${output}: ${sum}${joined ? ` ${joined}` : ''}${ratio === null ? '' : `, ${round(ratio)}:1`}; ${inWords(loads)}`;
}

/** `loads`: what takes the power of every power stage, in the state at rest and as sounds have it; what is slaved to what. */
export function loadsCommand(call: Call): number {
  const rig = rigOf(call);
  const of = inNight(rig, variantOf(call, rig));
  const [lines, slavings] = [loadBook(of), slavingBook(of)];
  if (call.flags.has('--json'))
    call.printJson({
      stages: lines.map((line) => ({
        box: line.box.id,
        output: line.output,
        sound: line.sound,
        ohm: line.ohm,
        rated_ohm: line.ratedOhm,
        ratio: line.ratio,
        joined: line.joined || null,
        watts: line.watts,
        needs_load: line.needsLoad,
        internal_load: line.hasInternal,
        loads: line.shares.map((share) => ({
          box: share.box.id,
          jack: share.jack,
          ohm: share.ohm,
          share: share.share,
          watts: share.watts,
          stands_w: share.stands,
          wants_w: share.wanted,
        })),
      })),
      slaved: slavings.map(({ small, big, gainDb }) => ({ small: small.id, big: big.id, gain_db: gainDb })),
    });
  else {
    for (const line of lines) {
      const sound = rig.sounds.find(({ id }) => id === line.sound)?.name;
      call.print(`${line.box.name}${sound ? ` in ${sound}` : ''}, ${words(line)}`);
    }
    for (const { small, big, gainDb } of slavings)
      call.print(
        `${big.name} is slaved to ${small.name}${gainDb === null ? '' : `: ${formatDb(Number(gainDb.toFixed(1)))} dB by their watts`}`,
      );
    if (lines.length === 0) call.print('no power stage with a loudspeaker jack');
  }
  return 0;
}
