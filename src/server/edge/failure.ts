import { isAway, sqlState } from '@/db/connection';
import { Refusal, type RefusalCode } from '../shared/refusal';
import { log } from './log';

const STATUS: Readonly<Record<RefusalCode, number>> = {
  'signed-out': 401,
  'not-found': 404,
  invalid: 422,
  conflict: 409,
  precondition: 412,
  'version-required': 428,
  'too-many': 429,
  'too-large': 413,
};

export interface Failure {
  readonly status: number;
  readonly body: { readonly code: string; readonly facts: Readonly<Record<string, unknown>> };
}

/** What somebody is told of something that was thrown. Only a bug is an error of the server. */
export function failureOf(cause: unknown, requestId: string | null): Failure {
  if (cause instanceof Refusal)
    return { status: STATUS[cause.code], body: { code: cause.code, facts: cause.facts } };
  if (isAway(cause)) {
    log.warn({ requestId }, 'The database is away');
    return { status: 503, body: { code: 'away', facts: {} } };
  }
  // 23P01 exclusion violation: somebody would be in two places at once. 23503: something still names it.
  const state = sqlState(cause);
  if (state === '23P01') return { status: 409, body: { code: 'conflict', facts: { reason: 'overlap' } } };
  if (state === '23503') return { status: 409, body: { code: 'conflict', facts: { reason: 'in-use' } } };
  log.error({ requestId, cause: cause instanceof Error ? cause.stack : String(cause) }, 'A request failed');
  return { status: 500, body: { code: 'broken', facts: { requestId } } };
}
