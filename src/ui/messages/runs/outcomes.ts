import type { RunOutcome } from '@/contract/runs/run';
import { ApiError } from '../../shared/api';
import { errorText } from '../errors';
import { priceText } from '../figures';

/** How a run ended, in a sentence. */
export function outcomeText(outcome: RunOutcome): string {
  switch (outcome.code) {
    case 'draft':
      if (outcome.stopReason === 'stopped') return 'Stopped early; the best plan found is kept as a draft.';
      return outcome.stopReason === 'calm'
        ? 'Nothing better came for as long as was asked; the best plan found is kept as a draft.'
        : 'Finished; the best plan found is kept as a draft.';
    case 'cancelled':
      return 'Cancelled: no draft was made, and nothing live changed.';
    case 'worker-lost':
      return 'The worker went away several times. No draft was made and nothing live changed; run it again.';
    case 'no-work':
      return 'There was nothing to plan.';
    case 'no-people':
      return 'Nobody works in these territories on these days.';
    case 'held-visits-break-rules':
      return `Published visits that were to stay break a rule of this playbook (${outcome.visitIds.length}). Let everything move, or choose another playbook.`;
    case 'checker-refused':
      return `The checker found ${outcome.violations} broken rules in the result, so it was not stored. Please report this.`;
    case 'crashed':
      return `The search broke off: ${outcome.detail}. Nothing live changed.`;
  }
}

/** Gaps up to this share are rounding: the linear models are solved within a tolerance. */
const HARDLY = 1e-4;

/** How near a plan is to the best that there can be, as far as that was proven. */
export function proofText(price: number, bound: number | null): string {
  if (bound === null) return 'nothing proven about better plans';
  if (bound >= price) return 'proven: no plan costs less';
  const gap = price / bound - 1;
  if (gap <= HARDLY) return 'proven: no plan costs less by more than 0.01 %';
  return `proven: no plan costs less than ${priceText(bound)}, and this one ${(gap * 100).toFixed(1)} % more than that`;
}

/** Why a timetable's moment left no run. */
export function timedFailureText({ code, facts }: { code: string; facts: Record<string, unknown> }): string {
  if (code === 'missed') return 'Missed: no worker was there within an hour.';
  if (code === 'owner-gone') return 'Not started: whoever made the template is not a user any more.';
  if (code === 'not-found' && facts.what === 'playbook') return 'Not started: a playbook of it was put away.';
  if (code === 'not-found')
    return 'Not started: whoever made the template may not run these territories any more.';
  return `Not started: ${errorText(new ApiError(code, facts))}`;
}
