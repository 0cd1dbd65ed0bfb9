import { createHash } from 'node:crypto';

/** What is kept of a secret: it can be recognised, and not be read. */
export function hashToken(token: string): string {
  return createHash('sha256').update(token).digest('hex');
}
