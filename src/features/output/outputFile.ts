/** A file that was written, with its name and the filament that it begins with. */
export interface OutputFile {
  readonly name: string;
  readonly filament: string;
  readonly blob: Blob;
}
