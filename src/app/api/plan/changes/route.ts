import { listPlanChanges } from '@/server/plan/list-changes';
import { answerReader } from '../../../http';

export function GET(request: Request): Promise<Response> {
  return answerReader(request, listPlanChanges);
}
