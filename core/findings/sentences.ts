import { connectorName } from '../cables';
import { boxOf, jackIn, type Connector, type Part, type Rig } from '../model';
import { count, formatQuantity, inWords } from '../units';
import type { Finding } from './finding';
import { partName, soundName } from './names';

/** What is so, with its figures; and why it matters. */
export type Sentence = { readonly text: string; readonly why: string };

type Words = (finding: Finding, say: Say) => Sentence;
type Say = {
  readonly box: (id: string | undefined) => string;
  readonly jack: (key: string | undefined) => string;
  readonly block: (key: string | undefined) => string;
  readonly parts: (type?: Part['type']) => readonly string[];
  readonly figure: (name: string) => string;
  readonly controlsOf: (box: string | undefined, ids: string | undefined) => string;
  readonly jacksOf: (box: string | undefined, ids: string | undefined) => string;
};

/** `a loudspeaker or the desk`. */
const inEither = (items: readonly string[]) => inWords(items).replace(/ and (?=[^,]*$)/, ' or ');

const OUTPUTS: Readonly<Record<string, string>> = {
  loudspeaker: 'a loudspeaker',
  desk: 'the desk',
  monitor: 'a full-range loudspeaker or ears',
};

const leadWords = (kind: string | undefined) => `${/^[aeiou]/.test(kind ?? '') ? 'an' : 'a'} ${kind} lead`;

const DESTROYS = 'This can destroy gear.';

const WORDS: Readonly<Record<string, Words>> = {
  'SAFE-NOLOAD': ({ data }, say) => ({
    text: `No load on ${say.box(data.box)}: nothing on ${data.taps ?? ''} takes its power.`,
    why: `${DESTROYS} A valve stage without a load can burn its output transformer whenever it is powered, heard or not. Plug speaker leads only with the amplifier switched off.${
      data.spare ? '' : ' There is no free cabinet or load in this rig.'
    }`,
  }),
  'SAFE-SPKOUT': ({ data }, say) => ({
    text: `Speaker output ${say.jack(data.from)} goes into ${say.jack(data.to)}.`,
    why: `${DESTROYS} A speaker output carries tens of volts and wants a cabinet, a load, or a box rated for it. Switch the amplifier off before this lead is moved.`,
  }),
  'SAFE-IMPED': (finding, say) => ({
    text: `${say.figure('load')} on ${say.jack(finding.data.tap)}: ${say.figure('ratio')}:1${
      Number(finding.data.count) > 1 ? ` (${finding.data.count} cabinets in parallel)` : ''
    }.`,
    why:
      finding.severity === 'danger'
        ? `${DESTROYS} Over 2:1 a valve stage is outside what its transformer stands; under its least load a solid-state one is.`
        : finding.severity === 'caution'
          ? 'A mismatch within 2:1: above the tap higher anode voltages, below it harder on the valves.'
          : 'Above its rated load a solid-state stage gives less power.',
  }),
  'SAFE-OPENPOWER': ({ data }, say) => ({
    text: `${say.jack(data.jack)} feeds a power stage without a level control of its own.`,
    why: data.knob
      ? `This can deafen. The level is set by ${data.knobLabel} of ${say.box(data.knobBox)} alone, and nobody has noted where it stands: start at minimum.`
      : 'This can deafen. Nothing ahead of it sets the level: power up with the source silent.',
  }),
  'WIRE-SILENT': ({ data, sound, parts }, say) => {
    const goals = (data.outputs ?? '')
      .split(' ')
      .map((output) => OUTPUTS[output] ?? (output.includes('/') ? say.jack(output) : say.box(output)));
    const where =
      parts.length === 0
        ? ''
        : data.endType === 'box'
          ? `${say.parts()[0]} is plugged nowhere`
          : `the signal ends at ${say.parts()[0]}`;
    return {
      text: `${sound === null ? 'Nothing' : `In ${say.box('')}nothing`} reaches ${inEither(goals)}: ${where}${data.mutes ? ', which mutes' : ''}.`,
      why: data.mutes
        ? 'A mute that is left on silences everything behind it.'
        : 'From there no lead or inner wire leads on.',
    };
  },
  'WIRE-DIRECTION': ({ data }, say) =>
    data.a
      ? {
          text: `${inWords(say.parts('lead').map(capitalFirst))} are crossed: output into output, input into input.`,
          why: 'Nothing flows between two jacks of one direction. Exchanging two plugs puts both right.',
        }
      : {
          text: `${capitalFirst(say.parts('lead')[0] ?? '')} joins two ${data.direction === 'out' ? 'outputs' : 'inputs'}: ${say.jack(data.from)} and ${say.jack(data.to)}.`,
          why: 'Nothing flows between two jacks of one direction.',
        },
  'WIRE-RING': (finding, say) => ({
    text: `${inWords(say.parts('lead').map(capitalFirst))} are crossed and close the signal on itself, ${say.figure('gain round the ring')} round.`,
    why:
      finding.severity === 'danger'
        ? 'This can deafen and destroy gear: with more than 0 dB round the ring it howls at full power. Volumes down before anything is switched on.'
        : 'The signal comes round again through the same preamp; turned up, it howls.',
  }),
  'WIRE-GRID': ({ data }, say) => ({
    text: `${say.box(data.box)}: its path names ${say.jacksOf(data.box, data.wanted)}, the lead is in ${say.jacksOf(data.box, data.plugged)}.`,
    why: 'The jack that a path names and the jack the lead is really in must be the same, or the signal ends there.',
  }),
  'WIRE-PLUG': ({ data }, say) => ({
    text: `${capitalFirst(say.parts('lead')[0] ?? '')}: ${connectorName(data.plug as Connector)} plug, ${connectorName(data.socket as Connector)} socket at ${say.jack(data.jack)}.`,
    why: data.adapter
      ? `It wants an adapter: ${data.adapter}.`
      : 'There is no adapter for it: another lead is needed.',
  }),
  'SAFE-SPKLEAD': ({ data }, say) =>
    data.speaker
      ? {
          text: `${capitalFirst(say.parts('lead')[0] ?? '')} on a speaker output is ${leadWords(data.kind)}.`,
          why: 'This can burn and destroy gear: a shielded lead heats under speaker current and may short. Switch the amplifier off before it is changed.',
        }
      : {
          text: `${capitalFirst(say.parts('lead')[0] ?? '')} in the signal path is a speaker lead.`,
          why: 'It has no shield: it hums.',
        },
  'SAFE-RATING': ({ data }, say) => ({
    text: `${say.box(data.load)} stands ${say.figure('rating')}; ${say.figure('share')} of ${say.jack(data.tap)} end in it.`,
    why: `This can burn and destroy gear. ${
      data.valve
        ? `Behind a valve stage it wants ${say.figure('wanted')}: one and a half times its share.`
        : `It wants at least its share, ${say.figure('wanted')}.`
    }`,
  }),
  'SAFE-FEEDBACK': (finding, say) => ({
    text: `The signal comes round on itself through ${inWords(say.parts().slice(0, 4))}: ${say.figure('gain round')} round.`,
    why:
      finding.severity === 'danger'
        ? 'This can deafen and destroy gear: it howls. Volumes down before anything is switched on.'
        : 'A knob turned up and it howls.',
  }),
  'WIRE-HALFLOOP': ({ data }, say) =>
    data.alone
      ? {
          text: `${say.jack(data.send)} is used as an output; nothing comes back to the return.`,
          why: 'The amplifier plays on by itself where the send does not break its loop: worth knowing when it is a line out or feeds another power stage.',
        }
      : {
          text: `${say.jack(data.back)} is used and the preamp of ${say.box(data.box)} has no way out.`,
          why: 'What is plugged into the input is heard nowhere: a plug in the return breaks the way from the preamp to the power stage.',
        },
  'WIRE-LOOPOFF': ({ data, sound }, say) => ({
    text: `${sound === null ? '' : `In ${say.box('')}`}${say.block(`${data.box}/${data.block}`)} is off, and ${say.block(data.needed)} hangs on it.`,
    why: data.preamp
      ? 'It is the only preamp on the path: with its loop off there is none.'
      : 'This sound asks for it by name; with its loop off it is not heard.',
  }),
  'WIRE-LENGTH': (_finding, say) => ({
    text: `${capitalFirst(say.parts('lead')[0] ?? '')} is ${say.figure('length')} long; its route is ${say.figure('route')}.`,
    why: 'It does not reach, slack left out of account.',
  }),
  'MODEL-MISSING': ({ data }, say) => ({
    text: `No ${data.model === 'ampModel' ? 'amp model or preamp' : 'cabinet model'} on the way to ${say.block(data.end)}.`,
    why:
      data.model === 'ampModel'
        ? 'A bare guitar straight into a desk sounds thin and harsh.'
        : 'Without a cabinet, real or modelled, a preamp sounds fizzy and harsh.',
  }),
  'SPK-PHONES': ({ data }, say) => ({
    text: `${say.jack(data.out)} goes into a passive cabinet, ${say.jack(data.into)}.`,
    why: 'A headphone or line output cannot drive a cabinet: it wants a power amplifier between them.',
  }),
  'KNOB-DEAD': ({ data }, say) => ({
    text: `${say.controlsOf(data.box, data.controls)} of ${say.box(data.box)} do${(data.controls ?? '').includes(' ') ? '' : 'es'} nothing here.`,
    why: 'No way that is heard passes the part they act on, in any sound of this rig.',
  }),
  'GEAR-UNUSED': ({ data }, say) => ({
    text: `${say.box(data.box)} is on in no sound.`,
    why:
      data.bypass === 'buffered'
        ? 'It stands in the path as a buffer only. Out of it: one lead less, one box less to fail.'
        : 'Out of the path: one lead and two contacts less, one box less to fail.',
  }),
  'ORDER-PICKUP': ({ data }, say) => ({
    text: `${capitalFirst(say.block(data.block))} does not see the pickup: ${say.block(data.driver)} stands between${data.off ? ', buffering though it is off' : ''}.`,
    why: 'Its input is part of the guitar’s circuit; driven by a buffer it sounds hard and does not clean up with the guitar’s volume.',
  }),
  'ORDER-TIME': ({ data }, say) => ({
    text: `${capitalFirst(say.block(`${data.box}/${data.block}`))} stands ahead of gain: ${say.block(data.gain)}.`,
    why: 'Its repeats are driven with the note and blur it. By house rule it belongs after the gain; on a clean amplifier in front is fine.',
  }),
  'LEVEL-MODE': ({ data }, say) => ({
    text: `${say.jack(data.from)} gives ${data.gives} level, ${say.jack(data.to)} is set for ${data.hears}.`,
    why:
      data.gives === 'line'
        ? 'Too hot: it distorts where it comes in, or has to be turned down into the noise.'
        : 'Too quiet: it has to be turned up, and its noise with it.',
  }),
  'MODEL-DOUBLE': ({ data }, say) => ({
    text: `${capitalFirst(say.block(data.model))} is on ahead of a real preamp, ${say.block(data.preamp)}.`,
    why:
      data.role === 'cabModel'
        ? 'A cabinet model ahead of a preamp cuts the highs before they are driven: woolly, and then cut again.'
        : 'Two preamps in a row: the model is driven once more, with noise and fizz.',
  }),
  'MODEL-TWOPRE': ({ data }, say) => ({
    text: data.both
      ? `Both preamps at once: ${say.block(data.model)} and, through ${say.block(data.loop)}, ${say.block(data.preamp)}.`
      : `Neither preamp: ${say.block(data.model)} is off and ${say.block(data.loop)}, which holds ${say.block(data.preamp)}, is off too.`,
    why: 'Exactly one preamp belongs on a path. A common switch for the two keeps them apart.',
  }),
  'MODEL-BOTHSPK': ({ data }, say) => ({
    text: `${capitalFirst(say.block(data.model))} is on and heard through ${say.box(data.cabinet)}.`,
    why: 'The sound of a cabinet twice: dull and boxy. A cabinet model belongs on feeds without a guitar cabinet.',
  }),
};

const capitalFirst = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

/** Every code that has words. */
export const CODES_WITH_WORDS: readonly string[] = Object.keys(WORDS);

/** The sentences of a finding, the same on screen, on paper and on the command line. */
export function sentenceOf(rig: Rig, finding: Finding): Sentence {
  const name = (type: Part['type']) => (id: string | undefined) => partName(rig, { type, id: id ?? '' });
  const words = WORDS[finding.code];
  if (!words) return { text: finding.code, why: '' };
  return words(finding, {
    box: (id) => (id === '' ? `${soundName(rig, finding.sound)} ` : name('box')(id)),
    jack: name('jack'),
    block: name('block'),
    parts: (type) =>
      finding.parts.filter((p) => type === undefined || p.type === type).map((p) => partName(rig, p)),
    figure: (figureName) => {
      const figure = finding.figures.find((f) => f.name === figureName);
      return figure ? formatQuantity(figure.value, figure.unit) : '';
    },
    controlsOf: (box, ids) => {
      const controls = boxOf(rig, box)?.controls ?? [];
      return inWords((ids ?? '').split(' ').map((id) => controls.find((c) => c.id === id)?.label ?? id));
    },
    jacksOf: (box, ids) =>
      inWords((ids ?? '').split(' ').map((id) => jackIn(boxOf(rig, box), id)?.label ?? id)),
  });
}

export const severityCounts = (findings: readonly { readonly severity: Finding['severity'] }[]): string =>
  (['danger', 'fault', 'caution', 'note'] as const)
    .flatMap((severity) => {
      const n = findings.filter((f) => f.severity === severity).length;
      return n === 0 ? [] : [count(n, severity)];
    })
    .join(' · ');
