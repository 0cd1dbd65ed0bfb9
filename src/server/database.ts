import { environment } from '@/config/environment';
import { type Database, openDatabase } from '@/db/connection';

/** The database of this process. */
export function database(): Database {
  return openDatabase(environment().databaseUrl);
}
