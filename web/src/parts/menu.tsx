import {
  cloneElement,
  lazy,
  Suspense,
  use,
  useState,
  type MouseEvent,
  type ReactElement,
  type ReactNode,
} from 'react';
import { importSheet } from './dialog';
import { MenuParts, type ChoiceProps, type ItemProps } from './menu-parts';

function useParts() {
  const parts = use(MenuParts);
  if (!parts) throw new Error('an entry stands in no menu');
  return parts;
}

/** Fetches what menus are made of, so that the first one opens at once. */
export const importMenu = () => import('./menu-late');
const LateMenu = lazy(async () => ({ default: (await importMenu()).LateMenu }));

type TriggerProps = {
  'aria-haspopup'?: 'menu';
  'aria-expanded'?: boolean;
  onClick?: (event: MouseEvent) => void;
  onFocus?: () => void;
  onPointerEnter?: () => void;
};

/** A menu behind a button. Until it is wanted the button stands alone. */
export function Menu({
  trigger,
  children,
  align = 'start',
}: {
  trigger: ReactElement<TriggerProps>;
  children: ReactNode;
  align?: 'start' | 'end';
}) {
  const [wanted, setWanted] = useState<'by key' | 'by pointer' | null>(null);
  // Half of the entries ask something: that comes along.
  const soon = () => {
    void importMenu();
    void importSheet();
  };
  const alone = cloneElement(trigger, {
    'aria-haspopup': 'menu',
    'aria-expanded': false,
    onClick: ({ detail }) => setWanted(detail === 0 ? 'by key' : 'by pointer'),
    onFocus: soon,
    onPointerEnter: soon,
  });
  if (wanted === null) return alone;
  return (
    <Suspense fallback={alone}>
      <LateMenu trigger={trigger} align={align} byKey={wanted === 'by key'}>
        {children}
      </LateMenu>
    </Suspense>
  );
}

export function MenuItem(props: ItemProps) {
  const { Item } = useParts();
  return <Item {...props} />;
}

export function MenuChoice<T extends string>(
  props: Omit<ChoiceProps, 'value' | 'options' | 'onChange'> & {
    readonly value: T;
    readonly options: readonly { readonly value: T; readonly label: string }[];
    readonly onChange: (value: T) => void;
  },
) {
  const { Choice } = useParts();
  return <Choice {...props} onChange={(value) => props.onChange(value as T)} />;
}

export function MenuLine() {
  const { Line } = useParts();
  return <Line />;
}
