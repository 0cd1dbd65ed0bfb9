import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';

let known: string | null = null;

/** Names the search program that made a plan: a hash of the bundled thread. */
export function codeVersion(): string {
  known ??= createHash('sha256')
    .update(readFileSync(new URL('./search-thread.mjs', import.meta.url)))
    .digest('hex')
    .slice(0, 16);
  return known;
}
