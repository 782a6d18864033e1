import type { Server } from 'node:https';

export interface HomeCertificate {
  readonly key: string;
  readonly cert: string;
  readonly authority: string;
  readonly path: string;
  readonly fingerprint: string;
  readonly isNew: boolean;
}
export function homeCertificate(
  folder: string,
  addresses: readonly string[],
  now?: Date,
): Promise<HomeCertificate>;
export function keySum(pem: string): string;
export function secureFront(
  certificate: Pick<HomeCertificate, 'key' | 'cert'>,
  port: () => number,
): Server;
