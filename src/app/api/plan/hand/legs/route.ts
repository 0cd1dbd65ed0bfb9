import { readHandLegs } from '@/server/plan/hand/read-board';
import { answerReader } from '../../../../http';
import { planQuery } from '../../../plan-query';

export function GET(request: Request): Promise<Response> {
  const query = new URL(request.url).searchParams;
  return answerReader(request, (unit) =>
    readHandLegs(unit, {
      extent: planQuery(request).extent,
      stamp: query.get('stamp') ?? '',
      places: (query.get('places') ?? '').split(',').map(Number),
    }),
  );
}
