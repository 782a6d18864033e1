'use client';

import { Camera, Trash2 } from 'lucide-react';
import { useEffect, useState } from 'react';
import { Button } from '@/components/Button';
import { FileButton } from '@/components/FileButton';
import { loadLogbook } from '@/store/prints/logbook';
import { addPhoto, photosOf, removePhoto } from '@/store/prints/photos';
import type { Photo, Run } from '@/store/records/records';
import { toast } from '@/store/toast';
import { PHOTO_WORKER } from '@/workers/kinds';
import { withWorker } from '@/workers/line/workerLine';
import type { PhotoService } from '@/workers/photoWorker';
import { newId } from '@/workers/ids';

/** As many photos a print may have. */
const MOST = 12;

/** The photos of a print: added, looked at, taken away. */
export function Photos({ run }: { run: Run }) {
  const { photos: ids } = run.log;
  const [photos, setPhotos] = useState<readonly { photo: Photo; url: string }[]>([]);
  const [isBusy, setBusy] = useState(false);
  useEffect(() => {
    let isOn = true;
    let urls: string[] = [];
    photosOf(ids).then(
      (found) => {
        if (!isOn) return;
        const shown = found.map((photo) => ({ photo, url: URL.createObjectURL(photo.blob) }));
        urls = shown.map(({ url }) => url);
        setPhotos(shown);
      },
      () => toast.error('The photos cannot be read right now.'),
    );
    return () => {
      isOn = false;
      urls.forEach((url) => URL.revokeObjectURL(url));
    };
  }, [ids]);
  const add = async (file: File): Promise<void> => {
    setBusy(true);
    try {
      const small = await shrink(file);
      if (!small.ok) toast.error(small.refusal.message);
      else {
        await addPhoto({
          id: newId(),
          runId: run.id,
          addedAt: Date.now(),
          ...small.value,
        });
        await loadLogbook();
      }
    } finally {
      setBusy(false);
    }
  };
  return (
    <>
      <h2 id="photos-title" className="text-lg font-semibold">
        Photos
      </h2>
      <ul className="grid gap-3 pt-2 empty:hidden">
        {photos.map(({ photo, url }, i) => (
          <li key={photo.id} className="relative">
            {/* eslint-disable-next-line @next/next/no-img-element -- it lies in this browser */}
            <img
              src={url}
              alt={`Photo ${i + 1} of the print`}
              width={photo.width}
              height={photo.height}
              className="h-auto w-full rounded-md border border-line"
            />
            <Button
              className="absolute top-2 right-2"
              aria-label={`Remove photo ${i + 1}`}
              onClick={() => removePhoto(photo).then(loadLogbook)}
            >
              <Trash2 aria-hidden size={15} />
            </Button>
          </li>
        ))}
      </ul>
      <FileButton
        className="mt-2 min-h-11 w-full"
        disabled={isBusy || ids.length >= MOST}
        accept="image/jpeg,image/png,image/webp"
        onFile={add}
      >
        <Camera aria-hidden size={17} /> {isBusy ? 'Scaling down…' : 'Add photo…'}
      </FileButton>
      <p className="pt-1 text-sm text-muted">The photo is scaled down and stays in this browser.</p>
    </>
  );
}

/** Makes a photo small in a worker of its own. */
function shrink(file: File): ReturnType<PhotoService['shrink']> {
  return withWorker(PHOTO_WORKER, (service: PhotoService) => service.shrink(file));
}
