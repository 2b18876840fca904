import { createContext, type ComponentType, type ReactNode } from 'react';

export type ItemProps = {
  readonly onSelect: () => void;
  readonly disabled?: boolean;
  readonly keys?: string;
  readonly danger?: boolean;
  readonly children: ReactNode;
};
export type ChoiceProps = {
  readonly label: string;
  readonly value: string;
  readonly options: readonly { readonly value: string; readonly label: string }[];
  readonly onChange: (value: string) => void;
};

/** What entries are drawn with inside an open menu. */
export const MenuParts = createContext<{
  readonly Item: ComponentType<ItemProps>;
  readonly Choice: ComponentType<ChoiceProps>;
  readonly Line: ComponentType;
} | null>(null);
