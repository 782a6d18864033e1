'use client';

import { usePathname, useRouter } from 'next/navigation';
import { useEffect } from 'react';
import { filesOf } from '@/browser/droppedFiles';
import { toast } from '@/store/toast';
import { letWait } from '@/base/files/waitingFiles';
import { whereItOpens } from '@/base/files/whereItOpens';

/**
 * Every screen as a place to drop a file: what the screen itself does not take goes to the one that opens it, or
 * is refused in words. Never does the browser open it in place of the page.
 */
export function DropAnywhere() {
  const router = useRouter();
  const path = usePathname();
  useEffect(() => {
    const take = (files: readonly File[]): void => {
      if (files.length === 0) {
        toast.error('Folders are not opened. Drop the files in it.');
        return;
      }
      if (document.querySelector('[role="dialog"], [role="alertdialog"]')) {
        toast.error(`${files[0].name} was not opened. Close the dialog first, then drop it again.`);
        return;
      }
      const answer = whereItOpens(files.map(({ name }) => name));
      if (answer.kind === 'open') {
        letWait(answer.at, files);
        if (path !== answer.at) router.push(answer.at);
        return;
      }
      const { message, go } = answer;
      const action = go ? { label: 'Draw a plate', onClick: () => router.push(go) } : undefined;
      toast.error(message, { duration: 10_000, action });
    };
    const onDragOver = (event: DragEvent): void => {
      if (event.defaultPrevented || !event.dataTransfer) return;
      const { types } = event.dataTransfer;
      const isFile = types.includes('Files');
      if (!isFile && (!types.includes('text/uri-list') || isEditable(event.target))) return;
      // Without this the browser would leave the page for it.
      event.preventDefault();
      event.dataTransfer.dropEffect = isFile ? 'copy' : 'none';
    };
    const onDrop = (event: DragEvent): void => {
      if (event.defaultPrevented || !event.dataTransfer) return;
      const { types } = event.dataTransfer;
      if (types.includes('Files')) {
        event.preventDefault();
        take(filesOf(event.dataTransfer));
      } else if (types.includes('text/uri-list') && !isEditable(event.target)) {
        event.preventDefault();
      }
    };
    window.addEventListener('dragover', onDragOver);
    window.addEventListener('drop', onDrop);
    return () => {
      window.removeEventListener('dragover', onDragOver);
      window.removeEventListener('drop', onDrop);
    };
  }, [path, router]);
  return null;
}

/** Whether text can be dropped there. */
function isEditable(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable || target.matches('input, textarea, select'))
  );
}
