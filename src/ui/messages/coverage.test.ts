import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ApiError } from '../shared/api';
import { commandText } from './commands';
import { errorText } from './errors';

/** Every file of the server, as text. */
function sources(folder: string): string[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) return sources(path);
    return entry.name.endsWith('.ts') && !entry.name.endsWith('.test.ts') ? [readFileSync(path, 'utf8')] : [];
  });
}

const ALL = sources(join(process.cwd(), 'src/server')).join('\n');
const found = (pattern: RegExp): string[] =>
  [...new Set([...ALL.matchAll(pattern)].map((m) => m[1]!))].sort();

/** Facts that some sentences speak of. */
const FACTS = {
  visits: ['W-1'],
  by: ['Somebody'],
  broken: [],
  changed: ['W-2'],
  uses: [],
  changes: [],
  others: 0,
};

describe('words for what the server says', () => {
  it('are there for every reason why something is refused', () => {
    const reasons = found(/'conflict', \{\s*reason: '([a-z-]+)'/g);
    expect(reasons.length).toBeGreaterThan(15);
    const unknown = errorText(new ApiError('conflict', { reason: 'nobody-knows' }));
    const without = reasons.filter(
      (reason) => errorText(new ApiError('conflict', { reason, ...FACTS })) === unknown,
    );
    expect(without).toEqual([]);
  });

  it('are there for every command that stands in a history', () => {
    const names = found(/runCommand\(\s*\w+,\s*'([a-z-]+)'/g);
    expect(names.length).toBeGreaterThan(15);
    const facts = {
      ...FACTS,
      object: 'sites',
      title: 'A site',
      of: 'save',
      ofFacts: {},
      zone: 'UTC',
      startAt: 0,
      endAt: 0,
    };
    const without = names.filter((name) => commandText(name, facts) === name);
    expect(without).toEqual([]);
  });
});
