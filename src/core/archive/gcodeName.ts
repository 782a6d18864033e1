/** File names that G-code has. */
export const GCODE_NAME = /\.(gcode|gco|g)$/i;
