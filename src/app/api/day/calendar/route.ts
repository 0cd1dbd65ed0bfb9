import { makeCalendarLink } from '@/server/day/own/own-calendar';
import { ownAddress } from '@/server/edge/process';
import { answerWriter } from '../../../http';

/** A new address for one's own calendar. */
export function POST(request: Request): Promise<Response> {
  return answerWriter(request, (unit) => makeCalendarLink(unit, ownAddress()));
}
