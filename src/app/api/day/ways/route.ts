import { findWays } from '@/server/day/ways/find-ways';
import { takeWay } from '@/server/day/ways/take-way';
import { answerReader, answerWriter } from '../../../http';
import { dayQuery } from '../day-query';

/** Ways out of what goes wrong in a day. */
export function GET(request: Request): Promise<Response> {
  const query = new URL(request.url).searchParams;
  return answerReader(request, (unit) =>
    findWays(unit, {
      ...dayQuery(request),
      for: query.get('for') ?? 'visit',
      visitId: query.get('visit'),
      part: Number(query.get('part') ?? 1),
      personId: query.get('person'),
      territoryId: query.get('territory'),
      restId: query.get('rest'),
    }),
  );
}

/** One of them is done. */
export function POST(request: Request): Promise<Response> {
  return answerWriter(request, takeWay);
}
