import { parseQuantity } from '../../../../core/units';
import { Labelled, TextField } from '../../parts/field';
import { useOpen, useOpenWith } from '../../rig/use-open';

/** The field at each place, from which most hum comes: as measured or as the room is. */
export function HumField() {
  const { readOnly, session } = useOpen('readOnly', 'session');
  const places = useOpenWith(({ rig }) => rig.stage.places);
  const set = (id: string, text: string) => {
    if (text.trim() === '')
      return session.commit({ edit: 'setPlaceField', arguments: { id, fieldUt: null } });
    const fieldUt = parseQuantity(text, 'µT');
    return fieldUt === null
      ? 'A figure in µT, such as 0.2.'
      : session.commit({ edit: 'setPlaceField', arguments: { id, fieldUt } });
  };
  return (
    <div className="flex flex-col gap-1">
      <p className="text-muted">
        Field in µT: a quiet room 0.05, a stage 0.2, beside dimmers or transformers 2.
      </p>
      <div className="grid grid-cols-2 gap-1">
        {places.map(({ id, name, fieldUt }) => (
          <Labelled key={id} label={name}>
            {(field) => (
              <TextField
                id={field}
                mono
                onPause={false}
                value={fieldUt === undefined ? '' : `${fieldUt} µT`}
                placeholder="0.2 assumed"
                disabled={readOnly !== null}
                commit={(text) => set(id, text)}
              />
            )}
          </Labelled>
        ))}
      </div>
    </div>
  );
}
