/** A name as the name of a file, without its ending; `other` where nothing of it is left. */
export function fileStem(name: string, other: string): string {
  return (
    name
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-|-$/g, '') || other
  );
}
