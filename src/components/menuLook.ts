/** The look of menus on the desk. */
export const MENU = 'z-30 min-w-56 rounded-md border border-edge bg-panel p-1';
export const MENU_ITEM =
  'flex cursor-pointer items-center gap-2 rounded px-2.5 py-1.5 text-sm outline-none data-[disabled]:cursor-default data-[disabled]:text-muted data-[highlighted]:bg-accent-soft';
