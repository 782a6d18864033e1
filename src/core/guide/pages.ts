/** The pages of the guide, in reading order. */
export const GUIDE_PAGES = [
  { id: 'layers', title: 'Choosing the layer' },
  { id: 'from-the-model', title: 'From the model' },
  { id: 'stopping', title: 'How your printer can be stopped' },
  { id: 'the-stop', title: 'Where the stop goes' },
  { id: 'at-the-swap', title: 'At the swap' },
  { id: 'purging', title: 'Purging' },
  { id: 'materials', title: 'Materials together' },
  { id: 'thin-colours', title: 'Thin colours and light' },
  { id: 'side-by-side', title: 'Colours side by side' },
  { id: 'colour-order', title: 'The order of colours' },
  { id: 'dipping', title: 'Dipping between walls' },
  { id: 'joining', title: 'Several files as one print' },
  { id: 'file-per-colour', title: 'One file for each colour' },
  { id: 'time', title: 'When to be there' },
  { id: 'learning', title: 'Learning from prints' },
  { id: 'measuring', title: 'Measured, not guessed' },
  { id: 'keeping', title: 'Keeping what you make' },
  { id: 'bed', title: 'Keeping the part on the bed' },
  { id: 'odd-files', title: 'Files of another kind' },
  { id: 'safety', title: 'At a hot printer' },
] as const;

export type GuidePageId = (typeof GUIDE_PAGES)[number]['id'];

export function titleOf(page: GuidePageId): string {
  return GUIDE_PAGES.find(({ id }) => id === page)?.title ?? page;
}
