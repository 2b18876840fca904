import { channelCards, type ChannelCard, type InputWords } from '../../../../core/control';
import { inSetting } from '../../../../core/model';
import { count, inWords } from '../../../../core/units';
import { Button } from '../../parts/button';
import { TextField } from '../../parts/field';
import { useOpen } from '../../rig/use-open';
import { useAnalysis } from '../../worker/use-analysis';
import { ContactDrawing, POLE_ROW } from './contact-drawing';
import { EmptyPart, SoundsHead } from './parts-of-view';

const row = { height: POLE_ROW };

/** A switch input: what stands at each pole, the contacts, and what each pole does. */
function Input({ input }: { input: InputWords }) {
  const { label, plug, volts, poles, stranger } = input;
  return (
    <figure aria-label={`${label}, wired`} className="min-w-0 text-sm">
      <figcaption className="pb-1 text-xs text-muted">
        <span className="font-mono text-ink">{label}</span> {plug}
        {volts === '' ? '' : `, ${volts} on the contact`}
      </figcaption>
      {stranger === '' ? null : <p className="pb-1 text-xs text-fault">{stranger}.</p>}
      <div className="flex">
        <ul aria-label="What is plugged" className="w-36 shrink-0 text-right sm:w-64">
          {poles.map(({ pole, name, feeds, isHeld }) => (
            <li key={pole} style={row} className="flex flex-col justify-center pr-2 leading-tight">
              {feeds.map(({ from, by, trouble, note }) => (
                <p key={from}>
                  {from} <span className="text-xs text-muted">{by}</span>
                  {trouble === '' ? null : <span className="block text-xs text-fault">{trouble}</span>}
                  {note === '' ? null : <span className="block text-xs text-caution">{note}</span>}
                </p>
              ))}
              {feeds.length > 0 ? null : isHeld ? (
                <p className="text-xs text-caution">the mono plug holds the {name} closed</p>
              ) : (
                <p className="text-xs text-muted">nothing reaches the {name}</p>
              )}
            </li>
          ))}
        </ul>
        <ContactDrawing input={input} />
        <ul aria-label="What it switches" className="min-w-0 flex-1">
          {poles.map(({ pole, name, does }) => (
            <li key={pole} style={row} className="flex flex-col justify-center pl-2 leading-tight">
              <span className="text-xs text-muted">{name}</span>
              {does.map((line) => (
                <span key={line}>{line}</span>
              ))}
              {does.length === 0 ? <span className="text-muted">does nothing here</span> : null}
            </li>
          ))}
          <li style={row} className="flex flex-col justify-center pl-2 text-xs text-muted">
            sleeve
          </li>
        </ul>
      </div>
    </figure>
  );
}

/** What would let a channel be switched, each proved on a trial of the rig. */
function Leads({ channel }: { channel: string }) {
  const { setting, session, readOnly } = useOpen('setting', 'session', 'readOnly');
  const { value, stale, fault } = useAnalysis<'switchLeads'>({
    kind: 'switchLeads',
    variant: setting.variant,
    key: channel,
  });
  if (fault !== null) return <p className="text-xs text-danger">Leads could not be looked for: {fault}.</p>;
  if (!value) return <p className="text-xs text-muted">Looking for a lead that would …</p>;
  return value.length === 0 ? (
    <p className="text-xs text-muted">
      No free contact or MIDI output in this rig would do it: a footswitch or a unit with a relay is needed,
      or another amplifier.
    </p>
  ) : (
    <ul aria-label="What would do it">
      {value.map(({ edit, text }) => (
        <li key={text} className="flex items-start gap-2 py-0.5">
          <span className="min-w-0 flex-1">{text}</span>
          <Button disabled={readOnly !== null || stale} onClick={() => session.commit(edit)}>
            Plug it so
          </Button>
        </li>
      ))}
    </ul>
  );
}

/** What each sound wants of one channel, and how it comes to it. */
function Wants({ channel, box }: { channel: ChannelCard['channels'][number]; box: string }) {
  const { name, block, states, sounds, isAlike, key, lacks } = channel;
  const { session, readOnly } = useOpen('session', 'readOnly');
  return (
    <section aria-label={`${name}, sound by sound`} className="min-w-0 text-sm">
      <h3 className="pb-1 text-xs font-normal text-muted">
        <span className="text-sm font-semibold text-ink">{name}</span>
      </h3>
      <ul aria-label={`Lights of ${name}`} className="flex flex-wrap gap-x-4 gap-y-1 pb-2">
        {states.map(({ id, name: state, light }) => (
          <li key={id} className="flex items-center gap-1.5">
            <span>{state}</span>
            <span className="w-20">
              <TextField
                label={`Light of ${state}`}
                value={light}
                placeholder="light"
                onPause={false}
                disabled={readOnly !== null}
                maxLength={40}
                commit={(text) =>
                  session.commit({
                    edit: 'setStateLight',
                    arguments: { box, block, state: id, light: text.trim() === '' ? null : text.trim() },
                  })
                }
              />
            </span>
          </li>
        ))}
      </ul>
      {isAlike ? (
        <p>
          <b>{sounds[0]?.wants}</b> in every sound: nothing is to be switched.
        </p>
      ) : (
        <ul aria-label="Sounds">
          {sounds.map(({ id, name: sound, wants, how, isReached }) => (
            <li key={id} className="flex gap-3 border-b border-hair py-0.5">
              <span className="w-32 shrink-0 truncate">{sound}</span>
              <b className="w-20 shrink-0">{wants}</b>
              <span className={isReached ? 'text-muted' : 'font-semibold text-fault'}>{how}</span>
            </li>
          ))}
        </ul>
      )}
      {lacks.length > 0 ? (
        <div role="status" className="mt-2">
          <p className="font-semibold">Cannot be switched from here.</p>
          <Leads channel={key} />
        </div>
      ) : null}
    </section>
  );
}

const stateOf = (cards: readonly ChannelCard[]): string => {
  const all = cards.flatMap(({ channels }) => channels);
  const lost = cards.filter(({ channels }) => channels.some(({ lacks }) => lacks.length > 0));
  const needed = all.filter(({ isAlike }) => !isAlike).length;
  if (lost.length > 0) return `Cannot be switched from here: ${inWords(lost.map(({ name }) => name))}.`;
  return needed === 0
    ? `${count(all.length, 'function')}; no sound changes any of them.`
    : `${count(needed, 'function')} changed between sounds, all from under a foot.`;
};

/** Channels of amplifiers and what else is switched from outside: what reaches them, sound by sound. */
export function ChannelsView() {
  const { rig, setting } = useOpen('rig', 'setting');
  const of = inSetting(rig, setting);
  const cards = channelCards(of);
  if (cards.length === 0)
    return (
      <EmptyPart
        title="Channels"
        line="Nothing is switched from outside its box."
        head="No channels to switch"
        text="Amplifiers with channels, and boxes with a switch jack, stand here with what reaches them."
        to="/gear"
        act="Enter one"
      />
    );
  return (
    <div className="flex h-full min-h-0 flex-col">
      <SoundsHead
        title="Channels"
        text={
          <>
            {stateOf(cards)} {of.sound ? `Contacts as in ${of.sound.name}.` : ''}
          </>
        }
      />
      <div className="min-h-0 flex-1 overflow-auto bg-sheet">
        {cards.map((card) => (
          <section
            key={card.box}
            aria-label={`Switched: ${card.name}`}
            className="border-b border-line px-4 py-3"
          >
            <h2 className="pb-2 text-base font-semibold">
              {card.name} <span className="ml-1 font-mono text-xs font-normal text-muted">{card.tag}</span>
            </h2>
            <div className="grid gap-x-8 gap-y-3 xl:grid-cols-[40rem_1fr]">
              <div className="flex min-w-0 flex-col gap-3">
                {card.inputs.map((input) => (
                  <Input key={input.key} input={input} />
                ))}
                {card.inputs.length === 0 ? (
                  <p className="text-sm text-muted">It has no switch jack.</p>
                ) : null}
              </div>
              <div className="flex min-w-0 flex-col gap-3">
                {card.channels.map((channel) => (
                  <Wants key={channel.key} channel={channel} box={card.box} />
                ))}
              </div>
            </div>
          </section>
        ))}
      </div>
    </div>
  );
}
