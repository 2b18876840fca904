import type { EditCall } from '../edits';

const idsOf = (moves: readonly { readonly lead: string }[]): readonly string[] => [
  ...new Set(moves.map(({ lead }) => lead)),
];

/** Leads whose plugs an edit moves or takes out, by id, each once; a lead that is new has none that stands yet. */
export function leadsMoved(call: EditCall): readonly string[] {
  switch (call.edit) {
    case 'together':
      return [...new Set(call.arguments.edits.flatMap(leadsMoved))];
    case 'replug':
    case 'unplug':
    case 'putAway':
      return [call.arguments.lead];
    case 'exchangeEnds':
      return [...new Set([call.arguments.a.lead, call.arguments.b.lead])];
    case 'moveEarlier':
    case 'moveLater':
      return idsOf(call.arguments.moves);
    case 'takeRouting':
      return [...new Set([...idsOf(call.arguments.move), ...call.arguments.away])];
    default:
      return [];
  }
}
