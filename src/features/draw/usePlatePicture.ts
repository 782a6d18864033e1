import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import type { PlatePicture } from '@/core/draw/picture';
import { proposeInks } from '@/core/filament/proposeInks';
import type { Result } from '@/core/findings';
import { keepPicture, keptPicture } from '@/store/settings/pictureFiles';
import { toast } from '@/store/toast';
import { usePlateDrawing } from './drawSettings';

interface PlatePictureState {
  readonly picture: PlatePicture | null;
  /** Reads a file, and gives its colours to filaments. */
  readonly take: (file: File) => Promise<void>;
  readonly remove: () => void;
}

/** The picture of the plate, which is there again after a reload. */
export function usePlatePicture(): PlatePictureState {
  const router = useRouter();
  const [picture, setPicture] = useState<PlatePicture | null>(null);
  useEffect(() => {
    let isWanted = true;
    const bringBack = async (): Promise<void> => {
      const file = await keptPicture('plate');
      const read = file && (await readPicture(file));
      if (read?.ok) setPicture((newer) => (isWanted ? (newer ?? read.value) : newer));
    };
    bringBack().catch(() => {});
    return () => {
      isWanted = false;
    };
  }, []);
  const take = async (file: File): Promise<void> => {
    const read = await readPicture(file);
    if (!read.ok) {
      const isPhoto = read.refusal.code === 'not-flat';
      const action = { label: 'Relief from a picture', onClick: () => router.push('/relief') };
      toast.error(`${file.name}: ${read.refusal.message}`, isPhoto ? { action } : {});
      return;
    }
    setPicture(read.value);
    usePlateDrawing.setState((drawing) => proposeInks(drawing, read.value.colours));
    await keepPicture('plate', file);
  };
  const remove = (): void => {
    setPicture(null);
    keepPicture('plate', null).catch(() => {});
  };
  return { picture, take, remove };
}

/** Traces a picture, or reads a drawing. */
async function readPicture(file: File): Promise<Result<PlatePicture>> {
  return /\.svg$/i.test(file.name)
    ? (await import('./readSvg')).readSvg(file, file.name)
    : (await import('./tracePicture')).tracePicture(file, file.name);
}
