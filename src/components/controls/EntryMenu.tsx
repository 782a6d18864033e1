'use client';

import { ContextMenu, DropdownMenu } from 'radix-ui';
import type { ReactNode } from 'react';
import { overlays } from '@/browser/overlays';
import { MENU, MENU_ITEM } from '../menuLook';

/** One line of a menu. */
export interface MenuEntry {
  readonly label: string;
  /** null while it cannot be done. */
  readonly onChoose: (() => void) | null;
}

interface EntryMenuProps {
  readonly entries: readonly MenuEntry[];
  /** What opens it. */
  readonly children: ReactNode;
}

/** A menu that a button opens. */
export function ButtonMenu({ entries, children }: EntryMenuProps) {
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger asChild>{children}</DropdownMenu.Trigger>
      <DropdownMenu.Portal container={overlays()}>
        <DropdownMenu.Content align="end" sideOffset={4} className={MENU}>
          <Entries of={DropdownMenu.Item} entries={entries} />
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

/** The same menu by the second button of the mouse, the menu key or a long press. */
export function PlaceMenu({ entries, children }: EntryMenuProps) {
  return (
    <ContextMenu.Root modal={false}>
      <ContextMenu.Trigger asChild>{children}</ContextMenu.Trigger>
      <ContextMenu.Portal container={overlays()}>
        <ContextMenu.Content className={MENU}>
          <Entries of={ContextMenu.Item} entries={entries} />
        </ContextMenu.Content>
      </ContextMenu.Portal>
    </ContextMenu.Root>
  );
}

interface EntriesProps {
  readonly of: typeof DropdownMenu.Item | typeof ContextMenu.Item;
  readonly entries: readonly MenuEntry[];
}

function Entries({ of: Item, entries }: EntriesProps) {
  return entries.map(({ label, onChoose }) => (
    <Item
      key={label}
      disabled={onChoose === null}
      className={MENU_ITEM}
      onSelect={() => onChoose?.()}
    >
      {label}
    </Item>
  ));
}
