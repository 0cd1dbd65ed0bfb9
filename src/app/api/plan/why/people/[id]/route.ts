import { readPersonWhy } from '@/server/plan/read-why';
import { answerReader } from '../../../../../http';
import { planQuery } from '../../../../plan-query';

export function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return answerReader(request, async (unit) =>
    readPersonWhy(unit, planQuery(request), decodeURIComponent((await params).id)),
  );
}
