import { readVisitDetail } from '@/server/plan/read-detail';
import { answerReader } from '../../../../http';
import { planQuery } from '../../../plan-query';

export function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return answerReader(request, async (unit) =>
    readVisitDetail(unit, planQuery(request), decodeURIComponent((await params).id)),
  );
}
