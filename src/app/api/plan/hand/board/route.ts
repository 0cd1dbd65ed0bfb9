import { readHandBoard } from '@/server/plan/hand/read-board';
import { answerReader } from '../../../../http';
import { planQuery } from '../../../plan-query';

export function GET(request: Request): Promise<Response> {
  return answerReader(request, (unit) => readHandBoard(unit, planQuery(request).extent));
}
