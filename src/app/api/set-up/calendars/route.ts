import { readCalendarStates } from '@/server/set-up/calendars/keep-reading';
import { answerReader } from '../../../http';

/** How the last reading of each calendar went. */
export function GET(request: Request): Promise<Response> {
  return answerReader(request, readCalendarStates);
}
