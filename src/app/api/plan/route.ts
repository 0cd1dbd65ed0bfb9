import { readPlanView } from '@/server/plan/read-plan-view';
import { answerReader } from '../../http';
import { planQuery } from '../plan-query';

export function GET(request: Request): Promise<Response> {
  return answerReader(request, (unit) => {
    const { planId, extent } = planQuery(request);
    return readPlanView(unit, planId, extent);
  });
}
