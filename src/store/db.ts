import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { Spool } from '@/core/filament/spool';
import type { LevelBox } from '@/core/geometry/raster';
import type { PrintPicture } from '@/core/geometry/picture';
import type { PlanBook } from '@/core/plan/planBook';
import type { Printer } from '@/core/printer/printer';
import { DB_VERSION, migrate, type UpgradeTransaction } from './migrations';

/** A job as the Bench lists it. The file and the plan are kept beside it, under the same id. */
export interface Job {
  readonly id: string;
  readonly name: string;
  readonly fileName: string;
  /** Bytes of the G-code, and its SHA-256. */
  readonly bytes: number;
  readonly fingerprint: string;
  readonly layers: number;
  /** Height of the print, mm. */
  readonly height: number;
  /** Seconds of the print without swaps. */
  readonly seconds: number;
  readonly addedAt: number;
  readonly isDemo: boolean;
  /** Seen from above; null for jobs from before there were pictures, until they are opened. */
  readonly picture: PrintPicture | null;
  /** Where it lies on the bed, machine mm; unknown for jobs from before it was kept. */
  readonly bounds?: LevelBox;
}

/** A printer's profile as it is kept. */
export interface StoredPrinter {
  readonly id: string;
  readonly addedAt: number;
  readonly printer: Printer;
}

interface Schema extends DBSchema {
  jobs: { key: string; value: Job };
  files: { key: string; value: Blob };
  /** By job id. */
  plans: { key: string; value: PlanBook };
  printers: { key: string; value: StoredPrinter };
  spools: { key: string; value: Spool };
  meta: { key: string; value: unknown };
}

export type Database = IDBPDatabase<Schema>;

const NAME = 'lamella';

/** Events that the screens tell the person about. */
export type DatabaseTrouble = 'newer-version' | 'blocked' | 'terminated';

let opening: Promise<Database> | null = null;
let tell: (trouble: DatabaseTrouble) => void = () => {};

/** Registers who is told when another tab blocks the database or has a newer version of it. */
export function onDatabaseTrouble(listener: (trouble: DatabaseTrouble) => void): void {
  tell = listener;
}

/** The one way to the database; opened on first use. */
export function database(): Promise<Database> {
  opening ??= openDB<Schema>(NAME, DB_VERSION, {
    upgrade: (db, from, _to, transaction) =>
      migrate(db as unknown as IDBPDatabase<unknown>, from, transaction as UpgradeTransaction),
    blocked: () => tell('blocked'),
    blocking: (_current, _next, event) => {
      (event.target as IDBDatabase).close();
      opening = null;
      tell('newer-version');
    },
    terminated: () => {
      opening = null;
      tell('terminated');
    },
  }).catch((error: unknown) => {
    opening = null;
    throw error;
  });
  return opening;
}
