import { readDay } from '@/server/day/read-day';
import { answerReader } from '../../http';
import { dayQuery } from './day-query';

/** The day of some territories: what happened, what is expected, and what needs somebody. */
export function GET(request: Request): Promise<Response> {
  return answerReader(request, (unit) => readDay(unit, dayQuery(request)));
}
