import { derive, endAt, type Box, type Jack } from '../../model';
import { phantomLines, switchedWith, type PhantomLine, type WantsPhantom } from '../../power';
import { inWords } from '../../units';
import { group, type Cure } from '../cure';
import { jackPart, leadPart, type Found, type View } from '../finding';
import { capitalFirst, DESTROYS } from '../phrases';
import { rule } from '../rule';

type Data = {
  readonly output: string;
  readonly input: string;
  readonly wants: WantsPhantom;
  readonly hasNone: boolean;
  /** Outputs on the same switch that may not have what this one wants, or want what it may not have. */
  readonly against: readonly string[];
};

const key = ({ box, jack }: { readonly box: Box; readonly jack: Jack }) => `${box.id}/${jack.id}`;
const isHarmed = ({ wants }: PhantomLine) => wants === 'never' || wants === 'unprotected';

const foundOf = (
  line: PhantomLine,
  severity: Found['severity'],
  against: readonly PhantomLine[],
): Found<Data> => ({
  severity,
  parts: [
    jackPart(line.output.box, line.output.jack),
    jackPart(line.input.box, line.input.jack),
    leadPart(line.lead),
  ],
  data: {
    output: key(line.output),
    input: key(line.input),
    wants: line.wants,
    hasNone: line.hasNone,
    against: against.map(({ output }) => key(output)),
  },
});

function* switchTo(view: View, { input }: Data, is: 'on' | 'off'): Generator<Cure> {
  const [box = '', jack = ''] = input.split('/');
  const at = endAt(view, { box, jack });
  if (at)
    yield group(`Switch 48 V ${is} at ${at.jack.label} of ${at.box.name}`, [
      { edit: 'setPhantom', arguments: { box, jack, is } },
    ]);
}

/** SAFE-PHANTOM: 48 V into an output that is not made for it. */
export const phantom = rule<Data>({
  code: 'SAFE-PHANTOM',
  reads: 'rig',
  judge: derive(['boxes', 'leads', 'variant'], (view): readonly Found<Data>[] => {
    const lines = phantomLines(view);
    return lines.flatMap((line) =>
      line.isOn && isHarmed(line)
        ? [
            foundOf(
              line,
              'caution',
              switchedWith(lines, line).filter(({ wants }) => wants === 'wanted'),
            ),
          ]
        : [],
    );
  }),
  words: ({ data }, say) => ({
    text: `48 V is on at ${say.jack(data.input)}, into ${say.jack(data.output)}${data.wants === 'never' ? ', which may never have it' : ''}.`,
    why: `${DESTROYS} ${
      data.against.length > 0
        ? `${inWords(data.against.map((own) => say.jack(own)))} on the same switch ${data.against.length > 1 ? 'want' : 'wants'} it: a blocker, or a transformer DI, goes into this line.`
        : 'Off, and ten seconds waited, before anything is pulled; else a blocker or a transformer DI in this line.'
    }`,
  }),
  *cures(view, { data }) {
    if (data.against.length === 0) yield* switchTo(view, data, 'off');
  },
});

/** PHANTOM-WANTED: what needs 48 V does not get it. */
export const phantomWanted = rule<Data>({
  code: 'PHANTOM-WANTED',
  reads: 'rig',
  judge: derive(['boxes', 'leads', 'variant'], (view): readonly Found<Data>[] => {
    const lines = phantomLines(view);
    return lines.flatMap((line) =>
      !line.isOn && line.wants === 'wanted'
        ? [foundOf(line, 'fault', switchedWith(lines, line).filter(isHarmed))]
        : [],
    );
  }),
  words: ({ data }, say) => ({
    text: `${capitalFirst(say.jack(data.output))} wants 48 V; ${say.jack(data.input)} ${data.hasNone ? 'has none' : 'has it off'}.`,
    why: data.hasNone
      ? 'Without it nothing comes out: another input, or a supply for it in the line.'
      : data.against.length > 0
        ? `Without it nothing comes out. Its switch is that of ${inWords(data.against.map((own) => say.jack(own)))} too, which may not have it: a blocker or a transformer DI there first.`
        : 'Without it nothing comes out. On only when everything is plugged; off, and ten seconds waited, before anything is pulled.',
  }),
  *cures(view, { data }) {
    if (!data.hasNone && data.against.length === 0) yield* switchTo(view, data, 'on');
  },
});
