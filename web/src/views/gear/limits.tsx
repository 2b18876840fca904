import { LIMIT_GROUPS, type LimitFact, type LimitName } from '../../../../core/model';
import { formatQuantity, parseQuantity } from '../../../../core/units';
import { Labelled, TextField } from '../../parts/field';
import { useOpen } from '../../rig/use-open';

function Limit({ name, fact }: { name: LimitName; fact: LimitFact }) {
  const { rig, readOnly, session } = useOpen('rig', 'readOnly', 'session');
  const { words, unit } = fact;
  return (
    <Labelled label={words}>
      {(id) => (
        <TextField
          id={id}
          mono
          onPause={false}
          value={formatQuantity(rig.houseRules.limits[name], unit)}
          disabled={readOnly !== null}
          commit={(text) => {
            const value = parseQuantity(text, unit);
            return value === null
              ? `A number${unit === '' ? '' : ` of ${unit}`}, such as ${formatQuantity(rig.houseRules.limits[name], unit)}.`
              : session.commit({ edit: 'setLimit', arguments: { limit: name, value } });
          }}
        />
      )}
    </Labelled>
  );
}

const namesOf = (limits: object) => Object.keys(limits) as LimitName[];

/** The figures that this house judges by. */
export function Limits() {
  return LIMIT_GROUPS.map(({ name, limits }) => (
    <fieldset key={name} className="border-t border-hair py-2">
      <legend className="float-left w-full pb-1 text-xs font-semibold text-muted">{name}</legend>
      <div className="clear-both grid grid-cols-2 items-end gap-x-4 gap-y-2 md:grid-cols-3 lg:grid-cols-4">
        {namesOf(limits).map((limit) => {
          const fact = limits[limit];
          return fact ? <Limit key={limit} name={limit} fact={fact} /> : null;
        })}
      </div>
    </fieldset>
  ));
}
