import { curveOf, NetlistError, parseNetlist, SingularError, type Netlist } from '../core/circuit';
import { BadInput, textOf, type Call } from './input';

function netlistOf(call: Call): Netlist {
  try {
    return parseNetlist(textOf(call, 'a netlist'));
  } catch (error) {
    if (error instanceof NetlistError) throw new BadInput(`the netlist cannot be read: ${error.message}`);
    throw error;
  }
}

/** `ac`: the response of a netlist at one node, at its own points. */
export function acCommand(call: Call): number {
  const netlist = netlistOf(call);
  const node = (call.values['--node'] ?? 'out').toLowerCase();
  try {
    const { frequencyHz, magnitudeDb, phaseDeg } = curveOf(netlist, node);
    if (call.flags.has('--json'))
      call.printJson({
        frequency_hz: [...frequencyHz],
        magnitude_db: [...magnitudeDb],
        phase_deg: [...phaseDeg],
      });
    else
      frequencyHz.forEach((hertz, i) =>
        call.print(
          `${hertz.toFixed(2).padStart(12)} Hz ${(magnitudeDb[i] ?? 0).toFixed(3).padStart(10)} dB ${(phaseDeg[i] ?? 0).toFixed(2).padStart(10)}°`,
        ),
      );
    return 0;
  } catch (error) {
    if (error instanceof SingularError)
      throw new BadInput(`the netlist has no one response: ${error.message}`);
    throw new BadInput(error instanceof Error ? error.message : String(error));
  }
}
