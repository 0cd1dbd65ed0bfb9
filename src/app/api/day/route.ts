import { readDay } from '@/server/day/read-day';
import { answerReader } from '../../http';

/** The day of some territories: what happened, what is expected, and what needs somebody. */
export function GET(request: Request): Promise<Response> {
  const query = new URL(request.url).searchParams;
  return answerReader(request, (unit) =>
    readDay(unit, {
      territoryIds: (query.get('territories') ?? '').split(',').filter((id) => id !== ''),
      date: query.get('date') ?? '',
    }),
  );
}
