import { commit } from '../db/commit';
import { database } from '../db/db';

/** What a picture is drawn for: each keeps the file that it was made from. */
export type PictureUse = 'plate' | 'relief';

const keyOf = (use: PictureUse): string => `picture/${use}`;

/** The picture that was opened last for a use, as the file that it was; null for none. */
export async function keptPicture(use: PictureUse): Promise<File | null> {
  const found: unknown = await (await database()).get('meta', keyOf(use));
  if (typeof found !== 'object' || found === null) return null;
  const { blob, name } = found as { readonly blob?: unknown; readonly name?: unknown };
  if (!(blob instanceof Blob) || typeof name !== 'string') return null;
  return new File([blob], name, { type: blob.type });
}

/** Keeps the picture of a use over a reload; null forgets it. */
export function keepPicture(use: PictureUse, file: File | null): Promise<boolean> {
  const key = keyOf(use);
  return commit({
    what: 'the picture',
    name: key,
    stores: ['meta'],
    make: () => [
      {
        store: 'meta',
        key,
        value: file ? { blob: new Blob([file], { type: file.type }), name: file.name } : undefined,
      },
    ],
  });
}
