export const ROOT: string;
export function run(command: string, args: readonly string[], env?: Record<string, string>): number;
export function installPackages(): void;
export function installChromium(): void;
export function chromiumPath(): string | null;
