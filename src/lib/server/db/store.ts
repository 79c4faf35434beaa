import { seedDemo } from '../demo/seed.ts';
import { openDatabase, type Db } from './open.ts';

let db: Db | null = null;

/** The server's one database: in `ISKARN_DATA` (default `data`), with demo data when `ISKARN_DEMO` is set and it is new. */
export function store(): Db {
  if (!db) {
    db = openDatabase(process.env.ISKARN_DATA ?? 'data');
    if (process.env.ISKARN_DEMO) seedDemo(db);
  }
  return db;
}
