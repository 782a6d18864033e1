import { download } from '@/browser/download';
import { askWhereToSave, canAskWhereToSave } from '@/browser/fileHandles';
import { formatBytes } from '@/core/format';
import { refuse, success, type Result } from '@/core/findings';
import { rememberSaved } from '@/store/bundle/elsewhere';
import { bundleName, saveBundle, type Scope } from '@/store/bundle/gather';
import { storageSentence } from '@/store/jobs/room';

/** More than this goes to the disk as it is written, bytes: the browser would have to hold it all first. */
const LARGE = 200e6;
const ZIP = { type: 'application/zip', ending: '.zip' };

/**
 * Saves what is in a scope to a file that the person gets.
 * @param expected its bytes before they are packed.
 * @returns what was done, in words; null when the person did not choose a place.
 */
export async function saveScope(
  scope: Scope,
  jobName: string | null,
  expected: number,
  onProgress: (bytes: number) => void,
): Promise<Result<string> | null> {
  const savedAt = Date.now();
  const name = bundleName(jobName, new Date(savedAt));
  try {
    const isAsked = expected > LARGE && canAskWhereToSave();
    const place = isAsked ? await askWhereToSave(name, ZIP) : null;
    if (isAsked && place === null) return null;
    const packed = await saveBundle(scope, savedAt, place, onProgress);
    if (!packed.ok) return packed;
    const { blob, bytes } = packed.value;
    if (blob) download(blob, name);
    if (scope.holds === 'everything') await rememberSaved(savedAt);
    const where = blob ? 'in your downloads' : 'where you chose';
    return success(`${place?.name ?? name} is ${where}: ${formatBytes(bytes)}.`);
  } catch (error) {
    return refuse('trouble', `Nothing was saved. ${storageSentence(error)}`);
  }
}
