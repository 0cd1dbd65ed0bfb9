import { readLegs } from '@/server/read-legs';
import { answerUser } from '../../http';
import { planQuery } from '../plan-query';

export function GET(request: Request): Promise<Response> {
  return answerUser(request, (user) => {
    const { planId, extent } = planQuery(request);
    return readLegs(user, planId, extent);
  });
}
