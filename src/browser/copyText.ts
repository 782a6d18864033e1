import { someNavigator } from '@/workers/someNavigator';

/**
 * Puts a text on the clipboard; false where the browser does not let it. Pages from an address without https have
 * no clipboard of their own: there the text is marked and copied as a person would.
 */
export async function copyText(text: string): Promise<boolean> {
  try {
    const { clipboard } = someNavigator();
    if (clipboard) {
      await clipboard.writeText(text);
      return true;
    }
  } catch {
    // Not allowed: the other way may be.
  }
  const field = document.createElement('textarea');
  field.value = text;
  field.className = 'sr-only';
  // Inside of an open dialog, which keeps the focus to itself.
  (document.querySelector('[role="dialog"]') ?? document.body).append(field);
  field.select();
  const isCopied = document.execCommand('copy');
  field.remove();
  return isCopied;
}
