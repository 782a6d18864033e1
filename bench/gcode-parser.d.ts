declare module 'gcode-parser' {
  export function parseStringSync(text: string): unknown[];
}
