import { withUser } from '@/server/edge/process';
import { readCalendarFile } from '@/server/set-up/calendars/calendar-file';
import { answer, bytesOf, sessionToken } from '../../../../http';

const MOST_BYTES = 2 * 1024 * 1024;

/** The days that an iCalendar file takes: `?zone=&from=`, the file as the body. Nothing is saved. */
export function POST(request: Request): Promise<Response> {
  return answer(request, async () => {
    const asked = Object.fromEntries(new URL(request.url).searchParams);
    const bytes = await bytesOf(request, MOST_BYTES);
    return withUser(await sessionToken(), 'read', (unit) => readCalendarFile(unit, bytes, asked));
  });
}
