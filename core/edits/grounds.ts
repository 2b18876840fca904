import { forget, LIMITS, ownsEarth, type Box, type Lead, type Rig } from '../model';
import { boxIn, byId, copy, demand, edit, leadIn } from './edit';

type Mains = Rig['stage']['mains'];

/** Leads whose shield no one may open: it is a return, or what keeps people safe. */
const NEVER_OPENED: readonly Lead['kind'][] = ['mains', 'dc', 'speaker'];
/** No place has more, microtesla: beside it a pickup could not be heard at all. */
const MOST_UT = 1000;

const MOST_EARTH_V = 50;

/** What is known and done of grounds, earths and what hums. */
export const groundEdits = {
  setLeadBreak: edit<{ id: string; break: Lead['break'] }>(
    'Change shield',
    (draft, { id, break: opened }) => {
      const lead = leadIn(draft, id);
      demand(
        opened.kind === 'none' || !NEVER_OPENED.includes(lead.kind),
        `Lead ${lead.number} is no lead of the signal: nothing in it may be opened.`,
      );
      lead.break = copy(opened);
    },
  ),

  /** Who proved the earth of a box, and when; null: nobody. */
  setEarthProved: edit<{ box: string; proved: { by: string; date: string } | null }>(
    'Change earth book',
    (draft, { box: id, proved }) => {
      const box = boxIn(draft, id);
      const { name, power } = box;
      demand(proved === null || ownsEarth(box), `${name} has no safety earth of its own.`);
      demand(proved === null || proved.by.trim() !== '', 'Say who proved the earth.');
      if (proved === null) delete power.earthProved;
      else power.earthProved = copy(proved);
    },
  ),

  setEarth: edit<{ box: string; earth: Box['power']['earth'] }>('Change earth', (draft, { box, earth }) => {
    boxIn(draft, box).power.earth = earth;
  }),

  /** Microtesla where people and leads are; null: as it is assumed of a stage. */
  setPlaceField: edit<{ id: string; fieldUt: number | null }>('Change field', (draft, { id, fieldUt }) => {
    const place = byId(draft.stage.places, id, 'place');
    demand(fieldUt === null || (fieldUt >= 0 && fieldUt <= MOST_UT), `A field is 0 to ${MOST_UT} µT.`);
    if (fieldUt === null) delete place.fieldUt;
    else place.fieldUt = fieldUt;
  }),

  setChassisJoined: edit<{ id: string; joined: boolean }>('Change place', (draft, { id, joined }) => {
    const place = byId(draft.stage.places, id, 'place');
    if (joined) place.chassisJoined = true;
    else delete place.chassisJoined;
  }),

  /** What keeps a closed place cool; empty: nothing. */
  setVentilation: edit<{ id: string; ventilation: string }>('Change place', (draft, { id, ventilation }) => {
    const place = byId(draft.stage.places, id, 'place');
    demand(ventilation.length <= LIMITS.nameLength, `At most ${LIMITS.nameLength} characters.`);
    if (ventilation.trim() === '') delete place.ventilation;
    else place.ventilation = ventilation;
  }),

  /** The volts that are printed on a box. */
  setPlateVolts: edit<{ box: string; volts: readonly number[] }>(
    'Change rating plate',
    (draft, { box: id, volts }) => {
      const { name, power } = boxIn(draft, id);
      demand(power.class === 'I' || power.class === 'II', `${name} has no mains of its own.`);
      demand(volts.length > 0 && volts.length <= 8, 'A plate names one to eight voltages.');
      demand(
        volts.every((own) => own >= 50 && own <= 500),
        'Volts on a plate are 50 to 500.',
      );
      power.volts = [...volts];
      delete power.isPlateAssumed;
    },
  ),

  /** 48 V of an input, and of all that go by its switch. */
  setPhantom: edit<{ box: string; jack: string; is: 'on' | 'off' }>(
    'Switch 48 V',
    (draft, { box: id, jack: at, is }) => {
      const box = boxIn(draft, id);
      const jack = byId(box.jacks, at, 'jack');
      demand(jack.phantom !== undefined, `${jack.label} of ${box.name} gives no 48 V.`);
      const own = jack.phantom?.switch;
      for (const other of box.jacks)
        if (other.phantom && (other === jack || (own !== undefined && other.phantom.switch === own)))
          other.phantom.is = is;
    },
  ),

  /** Circuits, outlets and what is known of them, as a whole; boxes whose outlet is gone have none noted any more. */
  setMains: edit<{ mains: Mains }>('Change mains', (draft, { mains }) => {
    const gone = draft.stage.mains.outlets.filter(({ id }) => !mains.outlets.some((one) => one.id === id));
    for (const list of [mains.circuits, mains.outlets])
      demand(new Set(list.map(({ id }) => id)).size === list.length, 'Two of the mains have the same id.');
    for (const { circuit } of mains.outlets) byId(mains.circuits, circuit, 'circuit');
    for (const { a, b } of mains.earthDifferences)
      for (const id of [a, b]) byId(mains.outlets, id, 'mains outlet');
    draft.stage.mains = copy(mains);
    for (const { id } of gone) forget(draft, 'mains outlet', [id]);
  }),

  /** Volts between the earths of two outlets, as measured; null: not measured. */
  setEarthDifference: edit<{ a: string; b: string; volts: number | null }>(
    'Change earth difference',
    (draft, { a, b, volts }) => {
      const { mains } = draft.stage;
      const [one, other] = [a, b].map((id) => byId(mains.outlets, id, 'mains outlet'));
      demand(one !== other, 'An earth difference is between two outlets.');
      demand(
        volts === null || (volts >= 0 && volts <= MOST_EARTH_V),
        `Earths differ by 0 to ${MOST_EARTH_V} V; what is more is no difference between earths.`,
      );
      const rest = mains.earthDifferences.filter(
        (pair) => !(pair.a === a && pair.b === b) && !(pair.a === b && pair.b === a),
      );
      mains.earthDifferences = volts === null ? rest : [...rest, { a, b, volts }];
    },
  ),

  /** The outlet of the stage that a box's own mains lead is in; null: not noted. */
  setWallOutlet: edit<{ box: string; jack: string; outlet: string | null }>(
    'Move mains plug',
    (draft, { box: id, jack: at, outlet }) => {
      const box = boxIn(draft, id);
      const jack = byId(box.jacks, at, 'jack');
      demand(
        jack.carries === 'mains' && jack.direction !== 'out',
        `${jack.label} of ${box.name} takes no mains.`,
      );
      if (outlet === null) delete jack.wallOutlet;
      else jack.wallOutlet = byId(draft.stage.mains.outlets, outlet, 'mains outlet').id;
    },
  ),
};
