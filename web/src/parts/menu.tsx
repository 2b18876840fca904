import { DropdownMenu } from 'radix-ui';
import type { ReactNode } from 'react';
import { onCloseAutoFocus } from './focus';

const panel = 'z-50 min-w-48 rounded border border-line bg-raised p-1 text-sm text-ink shadow-lg';
const item =
  'flex min-h-8 cursor-pointer items-center justify-between gap-6 rounded px-2 outline-none select-none data-disabled:opacity-50 data-highlighted:bg-select-tint';

/** A menu behind a button. */
export function Menu({
  trigger,
  children,
  align = 'start',
}: {
  trigger: ReactNode;
  children: ReactNode;
  align?: 'start' | 'end';
}) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger asChild>{trigger}</DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          className={`${panel} max-h-(--radix-dropdown-menu-content-available-height) overflow-y-auto`}
          align={align}
          sideOffset={4}
          onCloseAutoFocus={onCloseAutoFocus}
        >
          {children}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

export function MenuItem(props: {
  onSelect: () => void;
  disabled?: boolean;
  keys?: string;
  danger?: boolean;
  children: ReactNode;
}) {
  return (
    <DropdownMenu.Item
      className={`${item} ${props.danger ? 'text-danger' : ''}`}
      disabled={props.disabled}
      onSelect={props.onSelect}
    >
      <span className="min-w-0 break-words">{props.children}</span>
      {props.keys ? <kbd className="font-mono text-xs text-muted">{props.keys}</kbd> : null}
    </DropdownMenu.Item>
  );
}

export function MenuChoice<T extends string>(props: {
  label: string;
  value: T;
  options: readonly { readonly value: T; readonly label: string }[];
  onChange: (value: T) => void;
}) {
  return (
    <>
      <DropdownMenu.Label className="px-2 pt-1.5 pb-0.5 text-xs text-muted">{props.label}</DropdownMenu.Label>
      <DropdownMenu.RadioGroup value={props.value} onValueChange={(value) => props.onChange(value as T)}>
        {props.options.map((option) => (
          <DropdownMenu.RadioItem
            key={option.value}
            value={option.value}
            className={`${item} justify-start gap-2 pl-6`}
          >
            <DropdownMenu.ItemIndicator className="absolute -ml-4">✓</DropdownMenu.ItemIndicator>
            {option.label}
          </DropdownMenu.RadioItem>
        ))}
      </DropdownMenu.RadioGroup>
    </>
  );
}

export const MenuLine = () => <DropdownMenu.Separator className="my-1 h-px bg-hair" />;
