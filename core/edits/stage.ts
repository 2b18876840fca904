import { byId, copy, demand, edit, isNewId } from './edit';
import { LIMITS, type Place } from '../model';

const metres = (value: number, what: string) =>
  demand(value >= 0 && value <= LIMITS.lengthM, `${what} is 0 to ${LIMITS.lengthM} m.`);

const named = (name: string) => {
  demand(name.trim() !== '', 'The name of a place cannot be empty.');
  demand(name.length <= LIMITS.nameLength, `A name has at most ${LIMITS.nameLength} characters.`);
};

export const stageEdits = {
  addPlace: edit<{ place: Place; index: number }>('New place', (draft, { place, index }) => {
    named(place.name);
    isNewId(draft.stage.places, place.id, 'place');
    draft.stage.places.splice(index, 0, copy(place));
  }),

  renamePlace: edit<{ id: string; name: string }>('Rename place', (draft, { id, name }) => {
    named(name);
    byId(draft.stage.places, id, 'place').name = name;
  }),

  removePlace: edit<{ id: string }>('Remove place', (draft, { id }) => {
    const place = byId(draft.stage.places, id, 'place');
    const inside = draft.boxes.filter((box) => box.place === id);
    demand(inside.length === 0, `${inside[0]?.name ?? ''} still stands in ${place.name}: move it first.`);
    demand(draft.stage.places.length > 1, 'A stage has at least one place.');
    draft.stage.places = draft.stage.places.filter((other) => other.id !== id);
  }),

  movePlace: edit<{ id: string; index: number }>('Move place', (draft, { id, index }) => {
    const place = byId(draft.stage.places, id, 'place');
    draft.stage.places = draft.stage.places.filter((other) => other.id !== id);
    draft.stage.places.splice(index, 0, place);
  }),

  setDistance: edit<{ id: string; distanceM: number }>('Change distance', (draft, { id, distanceM }) => {
    metres(distanceM, 'A distance');
    const place = byId(draft.stage.places, id, 'place');
    place.distanceM = distanceM;
    place.distanceBy = 'hand';
  }),

  setPlaceDrop: edit<{ id: string; dropM: number }>('Change drop', (draft, { id, dropM }) => {
    metres(dropM, 'A drop');
    byId(draft.stage.places, id, 'place').dropM = dropM;
  }),

  setEnclosed: edit<{ id: string; enclosed: boolean }>('Change place', (draft, { id, enclosed }) => {
    byId(draft.stage.places, id, 'place').enclosed = enclosed;
  }),
};
