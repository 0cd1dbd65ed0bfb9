import { OBJECTIVES } from '@/core/index';
import { readMeasureDetail } from '@/server/plan/read-detail';
import { Refusal } from '@/server/shared/refusal';
import { answerReader } from '../../../../http';
import { planQuery } from '../../../plan-query';

export function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return answerReader(request, async (unit) => {
    const { id } = await params;
    const measure = OBJECTIVES.find((o) => o === id);
    if (!measure) throw new Refusal('not-found');
    return readMeasureDetail(unit, planQuery(request), measure);
  });
}
