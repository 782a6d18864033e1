'use client';

import { useFilePicker } from '@/browser/useFilePicker';
import { Button, type ButtonProps } from './Button';

interface FileButtonProps extends Omit<ButtonProps, 'onClick' | 'onDrop'> {
  /** The endings that the browser's dialog shows first. */
  readonly accept: string;
  readonly onFile: (file: File) => void;
}

/** A button that asks for a file. */
export function FileButton({ accept, onFile, ...button }: FileButtonProps) {
  const { field, choose } = useFilePicker(accept, onFile);
  return (
    <>
      <Button {...button} onClick={choose} />
      <input {...field} />
    </>
  );
}
