import { findRemedies } from '@/server/day/find-remedies';
import { takeRemedy } from '@/server/day/take-remedy';
import { answerReader, answerWriter } from '../../../http';

/** Ways out for a visit of a day. */
export function GET(request: Request): Promise<Response> {
  const query = new URL(request.url).searchParams;
  return answerReader(request, (unit) =>
    findRemedies(unit, {
      territoryIds: (query.get('territories') ?? '').split(',').filter((id) => id !== ''),
      date: query.get('date') ?? '',
      visitId: query.get('visit') ?? '',
      part: Number(query.get('part') ?? 1),
    }),
  );
}

/** One of them is done. */
export function POST(request: Request): Promise<Response> {
  return answerWriter(request, takeRemedy);
}
