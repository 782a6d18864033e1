const ID = 'picked-file';
/** Names of sliced files, for the browser's dialog. */
export const SLICED = '.gcode,.gco,.g,.gz,.zip';
/** Names of models. */
export const MODELS = '.stl,.3mf,.obj';

/** Lets the person choose a file. Must be called from a click or a key, or the browser refuses. */
export function pickFile(accept: string, onFile: (file: File) => void): void {
  // What was asked before and not answered is over.
  document.getElementById(ID)?.remove();
  const input = document.createElement('input');
  input.id = ID;
  input.type = 'file';
  input.accept = accept;
  input.hidden = true;
  input.onchange = () => {
    const file = input.files?.item(0);
    input.remove();
    if (file) onFile(file);
  };
  document.body.append(input);
  input.click();
}
