'use client';

import type { OutputResult } from '@/base/job/outputState';
import { FolderDown } from 'lucide-react';
import { useEffect, useState } from 'react';
import { Button } from '@/components/Button';
import { askWhereToSave, canAskWhereToSave, type FilePlace } from '@/browser/fileHandles';
import { useJob } from '@/base/job/jobContext';
import { storageSentence } from '@/store/jobs/room';
import { toast } from '@/store/toast';
import { watchedFile } from '@/store/jobs/watched';

/** Saves the written file where the sliced one lies, when it is known where that is. */
export function SaveBeside({ result: { files, fileName } }: { result: OutputResult }) {
  const { job } = useJob();
  const [original, setOriginal] = useState<FilePlace | null>(null);
  useEffect(() => {
    let isOn = true;
    watchedFile(job.id).then(
      (watched) => isOn && setOriginal(watched?.place ?? null),
      () => {
        // It is in the downloads all the same.
      },
    );
    return () => {
      isOn = false;
    };
  }, [job.id]);
  if (original === null || files.length !== 1 || !canAskWhereToSave()) return null;
  const save = async (): Promise<void> => {
    try {
      const kind = { type: 'text/x-gcode', ending: '.gcode', beside: original };
      const place = await askWhereToSave(fileName, kind);
      if (place === null) return;
      const file = await place.createWritable();
      await file.write(files[0].blob);
      await file.close();
      toast(`${place.name} is written.`);
    } catch (error) {
      toast.error(`The file was not saved there. ${storageSentence(error)}`);
    }
  };
  return (
    <Button className="mt-3" onClick={save}>
      <FolderDown aria-hidden size={15} />
      Save next to {original.name}…
    </Button>
  );
}
