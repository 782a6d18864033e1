import type { IDBPDatabase } from 'idb';

/** One numbered step of the database's shape; it runs once, in order, inside the upgrade transaction. */
export interface Migration {
  readonly to: number;
  readonly run: (db: IDBPDatabase<unknown>) => void;
}

export const MIGRATIONS: readonly Migration[] = [
  {
    to: 1,
    run: (db) => {
      db.createObjectStore('jobs', { keyPath: 'id' });
      db.createObjectStore('files');
      db.createObjectStore('plans');
      db.createObjectStore('meta');
    },
  },
];

export const DB_VERSION = MIGRATIONS[MIGRATIONS.length - 1].to;

/** Throws when the list of migrations has a gap or a double; called once when the module loads. */
export function checkMigrations(migrations: readonly Migration[]): void {
  migrations.forEach(({ to }, i) => {
    if (to !== i + 1) throw new Error(`Migration ${i + 1} is numbered ${to}`);
  });
}

/** Brings a database from `from` (0 when new) to the newest shape. */
export function migrate(
  db: IDBPDatabase<unknown>,
  from: number,
  migrations: readonly Migration[] = MIGRATIONS,
): void {
  for (const migration of migrations) if (migration.to > from) migration.run(db);
}

checkMigrations(MIGRATIONS);
