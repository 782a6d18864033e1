import { BUNDLE_ENDING } from '@/core/bundle/form';
import { looksLikeBundle } from '@/core/bundle/readBundle';
import { blobSource } from '@/workers/blobFiles';

/** Whether a file is one that Lamella saved, or says so, and no sliced one. */
export async function isBundle(file: File): Promise<boolean> {
  const name = file.name.toLowerCase();
  if (name.endsWith(BUNDLE_ENDING)) return true;
  if (!name.endsWith('.zip')) return false;
  try {
    return await looksLikeBundle(blobSource(file));
  } catch {
    // Whoever opens it says what is wrong.
    return false;
  }
}
