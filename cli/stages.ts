import { z } from 'zod';
import { throughStages, type Levels, type Stage } from '../core/level';
import { jsonOf } from './json';
import type { Call } from './input';

const number = z.number({ error: 'a number' });
const ohm = number.min(0, 'an impedance is 0 or more');
/** What a stage that says nothing has: no ceiling, no noise of its own. */
const NOWHERE_DBU = 1e9;
const SILENT_DBU = -300;
const orElse = (value: number) => number.nullish().transform((given) => given ?? value);

const chainSchema = z.object({
  name: z.string().optional(),
  source: z.object({ average_dbu: number, peak_dbu: number, r_out_ohm: ohm }),
  stages: z
    .array(
      z.object({
        name: z.string().default(''),
        r_in_ohm: number.gt(0, 'an input takes more than 0 ohm'),
        r_out_ohm: ohm,
        gain_small_db: orElse(0),
        ceiling_dbu: orElse(NOWHERE_DBU),
        level_after_db: orElse(0),
        noise_in_dbu: orElse(SILENT_DBU),
        noise_out_dbu: orElse(SILENT_DBU),
      }),
    )
    .min(1, 'a chain has one stage at least'),
});

type Chain = z.infer<typeof chainSchema>;

const stageOf = (one: Chain['stages'][number]): Stage => ({
  rInOhm: one.r_in_ohm,
  rOutOhm: one.r_out_ohm,
  gainSmallDb: one.gain_small_db,
  ceilingDbu: one.ceiling_dbu,
  levelAfterDb: one.level_after_db,
  noiseInDbu: one.noise_in_dbu,
  noiseOutDbu: one.noise_out_dbu,
});

const told = ({ averageDbu, peakDbu, noiseDbu }: Levels) => ({
  average_dbu: averageDbu,
  peak_dbu: peakDbu,
  noise_dbu: noiseDbu,
});

const pad = (value: number) => value.toFixed(2).padStart(9);

/** `stages`: levels at the input and output of each stage of a row. */
export function stagesCommand(call: Call): number {
  const { source, stages } = jsonOf(call, 'chain', chainSchema);
  const levels = throughStages(
    { averageDbu: source.average_dbu, peakDbu: source.peak_dbu, rOutOhm: source.r_out_ohm },
    stages.map(stageOf),
  );
  if (call.flags.has('--json')) {
    call.printJson({
      stages: levels.map((level, i) => ({
        name: stages[i]?.name ?? '',
        in: told(level.in),
        out: told(level.out),
      })),
    });
    return 0;
  }
  call.print('              average     peak    noise  dBu');
  levels.forEach((level, i) => {
    for (const side of ['in', 'out'] as const) {
      const { averageDbu, peakDbu, noiseDbu } = level[side];
      call.print(
        `  ${side.padEnd(10)}${pad(averageDbu)}${pad(peakDbu)}${pad(noiseDbu)}  ${stages[i]?.name ?? ''}`,
      );
    }
  });
  return 0;
}
