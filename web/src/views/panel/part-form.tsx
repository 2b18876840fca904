import { zodResolver } from '@hookform/resolvers/zod';
import { useMemo } from 'react';
import { useForm } from 'react-hook-form';
import {
  addressOfFigure,
  fieldText,
  figureTexts,
  figuresOfPart,
  groupsOfPart,
  isAbout,
  nameOfPart,
  partAt,
  readField,
  readFigure,
  type Address,
  type Field,
  type FigureTexts,
} from '../../../../core/gear';
import { figureKey, type FigurePlace } from '../../../../core/model';
import { Section } from '../../inspector/section';
import { FigureRow } from './figure-row';
import { usePanel, usePanelStore } from './panel-context';
import { PartField } from './part-field';
import { troublesOf, unreadKey } from './panel-store';
import { formName, schemaOf, textsOf, valueIsSaid, type PartTexts } from './part-texts';

/** The facts of the selected part, few at a time: fields under headings, then its figures with where they are from. */
export function PartForm({ address }: { address: Address }) {
  const { item, unread } = usePanel('item', 'unread');
  const store = usePanelStore();
  const groups = useMemo(() => groupsOfPart(item, address), [item, address]);
  const figures = useMemo(() => figuresOfPart(item, address), [item, address]);
  const fields = useMemo(() => groups.flatMap((group) => group.fields), [groups]);
  const values = useMemo(
    () => textsOf(item, address, unread, { fields, figures }),
    [item, address, unread, fields, figures],
  );
  const resolver = useMemo(() => zodResolver(schemaOf(fields, figures)), [fields, figures]);
  const form = useForm<PartTexts>({ values, resolver, mode: 'onChange' });
  const troubles = useMemo(() => troublesOf(item, {}), [item]);

  const commitField = (field: Field, text: string) => {
    const { edit, setUnread } = store.getState();
    const key = unreadKey(address, field.path);
    const read = readField(field, text);
    setUnread(key, read.ok ? null : text);
    if (read.ok && text !== fieldText(field, partAt(store.getState().item, address)))
      edit({ edit: 'set field', address, path: field.path, value: read.value });
  };
  const commitFigure = ({ at, figure, unit }: FigurePlace, texts: FigureTexts) => {
    const { edit, setUnread } = store.getState();
    const read = readFigure(texts, unit, figure);
    setUnread(unreadKey(address, at.field), read.ok ? null : JSON.stringify(texts));
    if (read.ok && JSON.stringify(read.value) !== JSON.stringify(figure))
      edit({ edit: 'set figure', at, figure: read.value });
  };
  const schemaFault = (at: Address, path: string) =>
    troubles.find(({ address: of, field }) => of === at && isAbout(field, path))?.reason ?? null;
  /** What a text that was kept unread lacks; what is being typed is told by the form. */
  const fieldFault = (field: Field) => {
    const kept = unread[unreadKey(address, field.path)];
    const read = kept === undefined ? null : readField(field, kept);
    const told = form.formState.errors.fields?.[formName(field.path)]?.message;
    return told ?? (read && !read.ok ? read.reason : schemaFault(address, field.path));
  };
  const figureFault = (place: FigurePlace) => {
    const { at, unit, figure } = place;
    const kept = unread[unreadKey(address, at.field)];
    const read = kept === undefined ? null : readFigure(JSON.parse(kept) as FigureTexts, unit, figure);
    const told = form.formState.errors.figures?.[formName(figureKey(at))]?.value?.message;
    return told ?? (read && !read.ok ? read.reason : schemaFault(addressOfFigure(place), at.field));
  };

  return (
    <form aria-label="Facts of the part" onSubmit={(event) => event.preventDefault()}>
      {groups.map(({ title, fields: own }, i) =>
        own.length === 0 ? null : (
          <Section
            key={title}
            title={title}
            open={i === 0 || own.some(({ path }) => valueIsSaid(values, path))}
          >
            <div className="grid grid-cols-2 gap-x-2 gap-y-1.5">
              {own.map((field) => (
                <PartField
                  key={field.path}
                  field={field}
                  form={form}
                  kept={values.fields[formName(field.path)] ?? ''}
                  fault={fieldFault(field)}
                  commit={(text) => commitField(field, text)}
                />
              ))}
            </div>
          </Section>
        ),
      )}
      {figures.length > 0 ? (
        <Section
          title={`Figures (${figures.filter(({ figure }) => figure).length} of ${figures.length})`}
          open
        >
          <ul className="flex flex-col">
            {figures.map((place) => (
              <FigureRow
                key={figureKey(place.at)}
                place={place}
                part={nameOfPart(item, address)}
                form={form}
                kept={values.figures[formName(figureKey(place.at))] ?? figureTexts(place.figure, place.unit)}
                fault={figureFault(place)}
                commit={(texts) => commitFigure(place, texts)}
              />
            ))}
          </ul>
        </Section>
      ) : null}
    </form>
  );
}
