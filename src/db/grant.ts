import { execute, type Transaction } from './connection';

/** Schemas that the application works in. */
const SCHEMAS = ['public', 'queue'];

/** Lets a role read and write rows, and nothing else: it neither owns nor changes the schema. */
export async function grantTo(transaction: Transaction, role: string): Promise<void> {
  if (!/^[a-z_][a-z0-9_]*$/.test(role)) throw new Error(`"${role}" is not a plain role name`);
  for (const schema of SCHEMAS) {
    await execute(transaction, `grant usage on schema ${schema} to ${role}`);
    await execute(
      transaction,
      `grant select, insert, update, delete on all tables in schema ${schema} to ${role}`,
    );
    await execute(transaction, `grant usage, select on all sequences in schema ${schema} to ${role}`);
    await execute(transaction, `grant execute on all functions in schema ${schema} to ${role}`);
  }
}
