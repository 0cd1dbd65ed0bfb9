import * as access from './access';
import * as desk from './desk';
import * as field from './field';
import * as people from './people';
import * as plan from './plan';
import * as requests from './requests';
import * as setUp from './set-up';
import type { Table } from './table';
import * as work from './work';

function isTable(value: unknown): value is Table {
  return typeof value === 'object' && value !== null && 'columns' in value && 'name' in value;
}

/** Every table of the schema, for checks and for finding what uses what. */
export const ALL_TABLES: readonly Table[] = [
  access,
  desk,
  field,
  people,
  plan,
  requests,
  setUp,
  work,
].flatMap((m) => Object.values(m).filter(isTable));
