import { z } from 'zod';
import { planSchema, problemSchema } from '@/contract/files/problem-schema';
import { readArguments, UsageError } from './arguments';
import { explainCommand } from './explain-command';
import { printable } from './read-text';
import { solveCommand } from './solve-command';
import { verifyCommand } from './verify-command';

const USAGE = `usage:
  lime solve FILE [--format lime|solomon|tsplib] [--rounding none|trunc1|nint] [--objective distance|vehicles-distance]
       [--customers N] [--seconds S | --iterations N] [--threads T] [--seed K] [--prove SECONDS] [--start PLAN] [--out FILE] [--trace FILE.csv]
  lime verify PROBLEM PLAN
  lime explain PROBLEM PLAN VISIT
  lime schema problem|plan
  lime bench [routes|S|M|L|FILE ...] [--seconds N] [--seeds K] [--long SECONDS] [--bound SECONDS] [--quick] [--json FILE]`;

function schemaCommand(name: string | undefined): number {
  if (name !== 'problem' && name !== 'plan') throw new UsageError('schema: expected "problem" or "plan"');
  const schema = z.toJSONSchema(name === 'problem' ? problemSchema : planSchema);
  process.stdout.write(`${JSON.stringify(schema, null, 1)}\n`);
  return 0;
}

async function run(argv: readonly string[]): Promise<number> {
  const [command, ...rest] = argv;
  const { options, words } = readArguments(rest);
  if (command === 'solve' && words[0] !== undefined) return solveCommand(words[0], options);
  if (command === 'verify' && words[0] !== undefined && words[1] !== undefined)
    return verifyCommand(words[0], words[1]);
  if (command === 'explain' && words[0] !== undefined && words[1] !== undefined && words[2] !== undefined)
    return explainCommand(words[0], words[1], words[2]);
  if (command === 'schema') return schemaCommand(words[0]);
  throw new UsageError(USAGE);
}

try {
  process.exitCode = await run(process.argv.slice(2));
} catch (cause) {
  if (!(cause instanceof UsageError)) throw cause;
  console.error(printable(cause.message));
  process.exitCode = 2;
}
