import { ApiError } from '../shared/api';

/** One sentence for what went wrong: what happened, what was kept, what to do. */
export function errorText(cause: unknown): string {
  if (!(cause instanceof ApiError))
    return 'Something broke on this page. Nothing was changed; reload to go on.';
  const { code, facts } = cause;
  if (code === 'offline') return 'The server cannot be reached. Nothing was changed; try again in a moment.';
  if (code === 'signed-out') return 'Your session has ended. Sign in again to go on.';
  if (code === 'not-found') return 'There is nothing here that you may see.';
  if (code === 'too-many') return 'Too many tries. Wait five minutes and try again.';
  if (code === 'invalid') return invalidText(facts);
  if (code === 'conflict') return conflictText(facts);
  return 'The server could not do this. Nothing was changed; try again.';
}

function invalidText(facts: Readonly<Record<string, unknown>>): string {
  if (facts.outcome === 'no-work') return 'There are no visits to plan in these territories and days.';
  if (facts.outcome === 'no-people') return 'Nobody works in these territories on these days.';
  const message = typeof facts.message === 'string' ? facts.message : 'something is missing';
  return `This cannot be accepted: ${message}.`;
}

function conflictText(facts: Readonly<Record<string, unknown>>): string {
  if (typeof facts.runId === 'string') return 'A run for the same territories and days is under way.';
  if (facts.reason === 'not-open') return 'This draft was accepted or thrown away already.';
  if (Array.isArray(facts.changed)) {
    const shown = facts.changed.slice(0, 12).join(', ');
    const more = facts.changed.length > 12 ? ` and ${facts.changed.length - 12} more` : '';
    return `The live plan has changed since this draft was made: ${shown}${more}. The draft is kept; run again on the plan as it is now.`;
  }
  return 'Somebody else changed this in the meantime.';
}
