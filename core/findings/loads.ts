// Findings about what takes the power of amplifiers: looked at in every state that a load hangs on, told once.
import type { Reads } from '../model';
import { loadSettings, stagesIn, type Output, type Stage } from '../power';
import type { ForSignal } from '../signal';
import { SEVERITY_ORDER, type Data, type Found } from './finding';

type Of = Reads<'boxes' | 'leads' | 'variant' | 'sounds'>;

/** What is found of each output in the state at rest and in every sound; of what is about the same parts the worst. */
export function worstOf<D extends Data>(
  of: Of,
  judge: (stage: Stage, output: Output, sound: string | null, there: ForSignal) => readonly Found<D>[],
): readonly Found<D>[] {
  const worst = new Map<string, Found<D>>();
  for (const there of loadSettings(of))
    for (const stage of stagesIn(there))
      for (const output of stage.outputs)
        for (const found of judge(stage, output, there.sound?.id ?? null, there)) {
          const key = found.parts.map(({ id }) => id).join(' ');
          const known = worst.get(key);
          if (!known || SEVERITY_ORDER[found.severity] < SEVERITY_ORDER[known.severity])
            worst.set(key, found);
        }
  return [...worst.values()];
}
