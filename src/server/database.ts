import { mkdirSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { dataFolder } from './config';
import { moveAudits } from './move-audits';

const MIGRATIONS = join(process.cwd(), 'src', 'server', 'migrations');

type Db = Database.Database;

/** What a migration does beside its SQL, in the same transaction, by its number. */
const STEPS: Readonly<Record<number, (db: Db) => void>> = { 3: moveAudits };

/** One connection per process and data folder; kept on the global object as modules are loaded anew in development. */
const keep = globalThis as typeof globalThis & { zincDatabase?: { folder: string; db: Db } };

export function database(): Db {
  const folder = dataFolder();
  if (keep.zincDatabase?.folder === folder) return keep.zincDatabase.db;
  mkdirSync(folder, { recursive: true });
  const db = openDatabase(join(folder, 'warden.sqlite'));
  keep.zincDatabase = { folder, db };
  return db;
}

/** Opens a database file and brings it to the newest migration. */
export function openDatabase(file: string): Db {
  const db = new Database(file);
  db.pragma('journal_mode = WAL');
  db.pragma('foreign_keys = ON');
  // Waiting for another process would hold up every answer of this one: see whenFree.
  db.pragma('busy_timeout = 50');
  migrate(db);
  return db;
}

/** Applies the numbered SQL files that this database has not seen, each in a transaction of its own. */
function migrate(db: Db): void {
  const seen = db.pragma('user_version', { simple: true }) as number;
  const files = readdirSync(MIGRATIONS)
    .filter((file) => /^\d{3}-.*\.sql$/.test(file))
    .sort();
  for (const file of files) {
    const number = Number(file.slice(0, 3));
    if (number <= seen) continue;
    const sql = readFileSync(join(MIGRATIONS, file), 'utf8');
    db.transaction(() => {
      // Another process may have been first; the version is read again under the lock.
      if ((db.pragma('user_version', { simple: true }) as number) >= number) return;
      db.exec(sql);
      STEPS[number]?.(db);
      db.pragma(`user_version = ${number}`);
    }).immediate();
  }
}
