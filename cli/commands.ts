import { fileSchema, type Rig } from '../core/rig';
import { settingsOf, trace } from '../core/signal';
import { BadInput, readRigFrom, type Call } from './input';

type Command = (call: Call) => number;

export const USAGE = `npm run -s hum -- COMMAND RIG [options]     RIG: a file, or - for standard input

  validate RIG          is this a sound rig file
  trace RIG             every way from the guitar to what is heard, and where signals end
  schema                the JSON Schema of the file

  --json                one JSON value instead of text
  --sound S             one sound, by id or name (else: all)
  --variant V           one variant, by id or name (else: the base wiring)
`;

const print = (text: string) => process.stdout.write(text.endsWith('\n') ? text : `${text}\n`);
const printJson = (value: unknown) => print(JSON.stringify(value, null, 2));

function rigOf(call: Call): Rig {
  const [file, ...more] = call.positional;
  if (file === undefined) throw new BadInput(`${call.command} wants a rig file, or - for standard input`);
  if (more.length > 0) throw new BadInput(`${call.command} takes one rig, not also "${more[0]}"`);
  return readRigFrom(file);
}

/** The settings asked for: one sound or all, in one variant. */
function settings(call: Call, rig: Rig) {
  const find = (list: readonly { id: string; name: string }[], wanted: string, what: string) => {
    const found = list.find((item) => item.id === wanted) ?? list.find((item) => item.name === wanted);
    if (!found)
      throw new BadInput(
        `there is no ${what} "${wanted}"; there are: ${list.map((item) => item.id).join(', ') || 'none'}`,
      );
    return found.id;
  };
  const variant =
    call.values['--variant'] === undefined ? null : find(rig.variants, call.values['--variant'], 'variant');
  const wanted = call.values['--sound'];
  if (wanted === undefined) return settingsOf(rig, variant);
  return [{ variant, sound: find(rig.sounds, wanted, 'sound') }];
}

const validate: Command = (call) => {
  const rig = rigOf(call);
  const result = {
    ok: true,
    id: rig.id,
    title: rig.title,
    boxes: rig.boxes.length,
    leads: rig.leads.length,
    sounds: rig.sounds.length,
  };
  if (call.flags.has('--json')) printJson(result);
  else
    print(
      `${rig.title}: sound, with ${rig.boxes.length} boxes, ${rig.leads.length} leads, ${rig.sounds.length} sounds`,
    );
  return 0;
};

const traceCommand: Command = (call) => {
  const rig = rigOf(call);
  const tagOf = new Map(rig.boxes.map((box) => [box.id, box.tag]));
  const numberOf = new Map(rig.leads.map((lead) => [lead.id, lead.number]));
  const sounds = settings(call, rig).map((setting) => {
    const { paths, ends, cycles, truncated } = trace(rig, setting);
    return {
      sound: setting.sound,
      paths: paths.map((path) => ({
        from: path.source,
        to: path.output,
        stereo: path.stereo,
        steps: path.steps.map((step) =>
          step.type === 'lead' ? { ...step, number: numberOf.get(step.lead) } : step,
        ),
        sections: path.sections.map(({ box, block, state, side, stereo }) => ({
          box: box.id,
          block: block.id,
          state: state.id,
          side,
          stereo,
        })),
      })),
      ends: ends.map((node) =>
        node.type === 'jack' ? { box: node.box, jack: node.jack } : { box: node.box, block: node.block },
      ),
      cycles: cycles.map(({ leads, blocks }) => ({ leads, blocks })),
      truncated,
    };
  });
  if (call.flags.has('--json')) {
    printJson({ sounds });
    return 0;
  }
  for (const { sound, paths, ends, truncated } of sounds) {
    print(`${rig.sounds.find((s) => s.id === sound)?.name ?? sound}`);
    for (const path of paths)
      print(
        `  ${path.steps.map((step) => (step.type === 'lead' ? `-${step.number}-` : step.type === 'jack' ? `${tagOf.get(step.box)}/${step.jack}` : `[${step.block}]`)).join(' ')}`,
      );
    if (paths.length === 0) print('  nothing is heard');
    for (const end of ends.slice(0, 8))
      print(`  ends at ${tagOf.get(end.box)}, ${'jack' in end ? end.jack : end.block}`);
    if (truncated) print('  … and more ways than were followed');
  }
  return 0;
};

/** Every command by name. */
export const COMMANDS: Readonly<Record<string, Command>> = {
  validate,
  trace: traceCommand,
  schema: () => {
    printJson(fileSchema());
    return 0;
  },
};
