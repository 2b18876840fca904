// 48 V on microphone lines: which channel gives it, and what is at the other end.
import { derive, endAt, pluggedIn, type Jack, type JackEnd, type Lead } from '../model';

/** What a line does about 48 V at the output that it comes from. */
export type WantsPhantom = 'wanted' | 'harmless' | 'never' | 'unprotected';

export type PhantomLine = {
  readonly lead: Lead;
  readonly output: JackEnd;
  readonly input: JackEnd;
  readonly wants: WantsPhantom;
  readonly isOn: boolean;
  /** The input gives none at all. */
  readonly hasNone: boolean;
};

/**
 * An output that nobody has said anything of: behind a transformer both cores are alike, and nothing happens; a driven or an
 * unbalanced one may be harmed.
 */
function wantsOf({ wantsPhantom, balance, ground }: Jack): WantsPhantom {
  if (wantsPhantom !== undefined) return wantsPhantom;
  return balance === 'transformer' || ground === 'transformer' ? 'harmless' : 'unprotected';
}

/** Every lead by which 48 V would go: a three-pole plug at both ends, into an input that gives it or might be asked to. */
export const phantomLines = derive(['boxes', 'leads', 'variant'], (of): readonly PhantomLine[] =>
  pluggedIn(of).flatMap(({ lead, from, to }): readonly PhantomLine[] => {
    const ends = [from, to].flatMap((refs) => endAt(of, refs[0]) ?? []);
    const input = ends.find(({ jack }) => jack.direction === 'in');
    const output = ends.find((end) => end !== input && end.jack.direction !== 'in');
    if (!input || !output || lead.kind !== 'balanced') return [];
    const side = to.some(({ box, jack }) => box === input.box.id && jack === input.jack.id) ? 'to' : 'from';
    const plug = lead[side].adapters.at(-1)?.gives ?? lead[side].plug.connector;
    if (!plug.startsWith('xlr')) return [];
    const wants = wantsOf(output.jack);
    const { phantom } = input.jack;
    if (phantom === undefined && wants !== 'wanted') return [];
    return [{ lead, output, input, wants, isOn: phantom?.is === 'on', hasNone: phantom === undefined }];
  }),
);

/** Lines whose inputs go by the same switch as one's. */
export const switchedWith = (lines: readonly PhantomLine[], { input }: PhantomLine): readonly PhantomLine[] =>
  lines.filter(
    (other) =>
      other.input.box === input.box &&
      other.input !== input &&
      input.jack.phantom?.switch !== undefined &&
      other.input.jack.phantom?.switch === input.jack.phantom.switch,
  );
