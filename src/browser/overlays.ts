/** Where menus, dialogs and hints are put: inside of the page's main part, so that each lies in a landmark. */
export const OVERLAYS = 'overlays';

/** That place; null on the server, where nothing is open. */
export function overlays(): HTMLElement | null {
  return typeof document === 'undefined' ? null : document.getElementById(OVERLAYS);
}
