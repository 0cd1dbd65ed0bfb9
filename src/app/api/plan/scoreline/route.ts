import { readScorelineMore } from '@/server/plan/read-scoreline';
import { answerReader } from '../../../http';
import { planQuery } from '../../plan-query';

export function GET(request: Request): Promise<Response> {
  return answerReader(request, (unit) => readScorelineMore(unit, planQuery(request)));
}
