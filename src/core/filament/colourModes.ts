import { modeLrgb, modeOklab, modeOklch, modeRgb, useMode as registerMode } from 'culori/fn';

// The package leaves out what nobody registers.
for (const mode of [modeRgb, modeLrgb, modeOklab, modeOklch]) registerMode(mode);
