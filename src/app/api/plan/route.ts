import { readPlanView } from '@/server/read-plan-view';
import { nowSec } from '@/server/settings';
import { answerUser } from '../../http';
import { planQuery } from '../plan-query';

export function GET(request: Request): Promise<Response> {
  return answerUser(request, (user) => {
    const { planId, extent } = planQuery(request);
    return readPlanView(user, planId, extent, nowSec());
  });
}
