import { boxOf, jackIn, leadOf, type Part, type Rig, type Setting } from '../model';
import { trace, type Path } from '../signal';

/** A route to choose: from a source to something that is heard. */
export type RouteName = { readonly index: number; readonly name: string };

/** Every route of a setting by name; two between the same ends are told apart by a lead only one of them takes. */
export function routeNames(rig: Rig, setting: Setting): readonly RouteName[] {
  const { paths } = trace(rig, setting);
  const ends = (path: Path) =>
    `${boxOf(rig, path.source.box)?.name ?? ''} → ${boxOf(rig, path.output.box)?.name ?? ''}`;
  const leadsOf = (path: Path) => path.steps.flatMap((step) => (step.type === 'lead' ? [step.lead] : []));
  return paths.map((path, index) => {
    const twins = paths.filter((other) => other !== path && ends(other) === ends(path));
    if (twins.length === 0) return { index, name: ends(path) };
    const own = leadsOf(path).find((lead) => twins.every((twin) => !leadsOf(twin).includes(lead)));
    const number = leadOf(rig, own)?.number;
    return { index, name: `${ends(path)} (${number === undefined ? index + 1 : `by lead ${number}`})` };
  });
}

/** One line of the route as text: a box the signal passes, or the lead to the next. */
export type RouteLine = {
  readonly type: 'box' | 'lead';
  readonly part: Part;
  /** Every part on this stretch, for marks and selection. */
  readonly parts: readonly Part[];
  readonly title: string;
  readonly words: string;
};

/** The route from top to bottom: boxes with what is on in them, leads with their numbers and printed jack names. */
export function routeLines(rig: Rig, path: Path): readonly RouteLine[] {
  const lines: RouteLine[] = [];
  const jackName = (box: string, jack: string) => jackIn(boxOf(rig, box), jack)?.label ?? jack;
  let box: { id: string; parts: Part[]; blocks: string[] } | null = null;
  let out = '';
  const flush = () => {
    if (!box) return;
    const found = boxOf(rig, box.id);
    const part: Part = { type: 'box', id: box.id };
    lines.push({
      type: 'box',
      part,
      parts: [part, ...box.parts],
      title: found ? `${found.tag} · ${found.name}` : box.id,
      words: box.blocks.join(', '),
    });
    box = null;
  };
  const sections = [...path.sections];
  path.steps.forEach((step, i) => {
    if (step.type === 'lead') {
      const lead = leadOf(rig, step.lead);
      const next = path.steps[i + 1];
      flush();
      const into = next?.type === 'jack' ? jackName(next.box, next.jack) : '';
      const part: Part = { type: 'lead', id: step.lead };
      const isAir = lead?.kind === 'air' || lead?.kind === 'radio';
      lines.push({
        type: 'lead',
        part,
        parts: [part],
        title: isAir ? `through the ${lead.kind}` : `lead ${lead?.number ?? ''}`,
        words: isAir ? '' : `${out} → ${into}`,
      });
      return;
    }
    box ??= { id: step.box, parts: [], blocks: [] };
    if (step.type === 'jack') {
      box.parts.push({ type: 'jack', id: `${step.box}/${step.jack}` });
      out = jackName(step.box, step.jack);
      return;
    }
    box.parts.push({ type: 'block', id: `${step.box}/${step.block}` });
    const at = sections.findIndex((s) => s.box.id === step.box && s.block.id === step.block);
    const [section] = at < 0 ? [] : sections.splice(at, 1);
    if (!section) return;
    const name = section.block.name === section.box.name ? '' : `${section.block.name} `;
    if (section.block.states.length > 1) box.blocks.push(`${name}${section.state.name}`.trim());
  });
  flush();
  return lines;
}
