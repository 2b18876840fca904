// Menus as they are once one was wanted: the library that floats panels is half as large as the page without it.
import { DropdownMenu } from 'radix-ui';
import { useRef, type ReactElement, type ReactNode } from 'react';
import { onCloseAutoFocus } from './focus';
import { MenuParts, type ChoiceProps, type ItemProps } from './menu-parts';

const panel = 'z-50 min-w-48 rounded border border-line bg-raised p-1 text-sm text-ink shadow-lg';
const item =
  'flex min-h-8 cursor-pointer items-center justify-between gap-6 rounded px-2 outline-none select-none data-disabled:opacity-50 data-highlighted:bg-select-tint';

function Item(props: ItemProps) {
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

function Choice({ label, value, options, onChange }: ChoiceProps) {
  return (
    <>
      <DropdownMenu.Label className="px-2 pt-1.5 pb-0.5 text-xs text-muted">{label}</DropdownMenu.Label>
      <DropdownMenu.RadioGroup value={value} onValueChange={onChange}>
        {options.map((option) => (
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

const Line = () => <DropdownMenu.Separator className="my-1 h-px bg-hair" />;

const PARTS = { Item, Choice, Line };

/** A menu that opens as it comes. */
export function LateMenu(props: {
  trigger: ReactElement;
  align: 'start' | 'end';
  /** It was opened by key: its first entry is lit, as in a menu that was there before. */
  byKey: boolean;
  children: ReactNode;
}) {
  const isFirst = useRef(props.byKey);
  /** The panel comes after the menu, and takes the focus to itself first. */
  const lightFirst = (panel: HTMLElement | null) => {
    if (!panel || !isFirst.current) return;
    isFirst.current = false;
    requestAnimationFrame(() => {
      // Whoever was quicker than the menu has lit an entry already.
      if (panel.querySelector(':focus')) return;
      panel.querySelector<HTMLElement>('[role^="menuitem"]:not([data-disabled])')?.focus();
    });
  };
  return (
    <DropdownMenu.Root defaultOpen>
      <DropdownMenu.Trigger asChild>{props.trigger}</DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          ref={lightFirst}
          className={`${panel} max-h-(--radix-dropdown-menu-content-available-height) overflow-y-auto`}
          align={props.align}
          sideOffset={4}
          onCloseAutoFocus={onCloseAutoFocus}
        >
          <MenuParts value={PARTS}>{props.children}</MenuParts>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
