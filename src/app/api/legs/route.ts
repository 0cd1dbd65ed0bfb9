import { readLegs } from '@/server/plan/read-legs';
import { answerReader } from '../../http';
import { planQuery } from '../plan-query';

export function GET(request: Request): Promise<Response> {
  return answerReader(request, (unit) => {
    const { planId, extent } = planQuery(request);
    return readLegs(unit, planId, extent);
  });
}
