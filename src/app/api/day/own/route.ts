import { readOwnDay } from '@/server/day/own/read-own-day';
import { answerReader } from '../../../http';

/** The day of the technician who asks. */
export function GET(request: Request): Promise<Response> {
  const date = new URL(request.url).searchParams.get('date');
  return answerReader(request, (unit) => readOwnDay(unit, date));
}
