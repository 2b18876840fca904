import type { EditCall } from '../edits';

const idsOf = (moves: readonly { readonly lead: string }[]): readonly string[] =>
  moves.map(({ lead }) => lead);

/** The lead of each plug that an edit moves or takes out. */
function leadsOf(call: EditCall): readonly string[] {
  switch (call.edit) {
    case 'together':
      return call.arguments.edits.flatMap(leadsOf);
    case 'replug':
    case 'unplug':
    case 'putAway':
      return [call.arguments.lead];
    case 'exchangeEnds':
      return idsOf([call.arguments.a, call.arguments.b]);
    case 'moveEarlier':
    case 'moveLater':
      return idsOf(call.arguments.moves);
    case 'takeRouting':
      return [...idsOf(call.arguments.move), ...call.arguments.away];
    default:
      return [];
  }
}

/** Leads whose plugs an edit moves or takes out, by id, each once; a lead that is new has none that stands yet. */
export const leadsMoved = (call: EditCall): readonly string[] => [...new Set(leadsOf(call))];
