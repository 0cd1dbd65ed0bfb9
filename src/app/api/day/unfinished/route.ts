import { goOn, listUnfinished } from '@/server/day/go-on';
import { answerReader, answerWriter } from '../../../http';
import { dayQuery } from '../day-query';

/** What is past and not done. */
export function GET(request: Request): Promise<Response> {
  return answerReader(request, (unit) => listUnfinished(unit, dayQuery(request)));
}

/** One of them goes on: as a new visit, or at another time. */
export function POST(request: Request): Promise<Response> {
  return answerWriter(request, goOn);
}
