import { readSheets } from '@/server/plan/read-sheets';
import { answerReader } from '../../../http';
import { planQuery } from '../../plan-query';

export function GET(request: Request): Promise<Response> {
  return answerReader(request, (unit) => readSheets(unit, planQuery(request)));
}
