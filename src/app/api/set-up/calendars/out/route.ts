import { exportCalendar } from '@/server/set-up/calendars/calendar-file';
import { answerReader } from '../../../../http';

/** `?of=technicians&id=`: hours and time off as iCalendar; holidays of a territory, or a week pattern. */
export function GET(request: Request): Promise<Response> {
  const asked = new URL(request.url).searchParams;
  return answerReader(request, async (unit) => {
    const { name, text } = await exportCalendar(unit, { of: asked.get('of'), id: asked.get('id') });
    return new Response(text, {
      headers: {
        'Content-Type': 'text/calendar; charset=utf-8',
        'Content-Disposition': `attachment; filename="${name.replace(/[^A-Za-z0-9-]+/g, '-') || 'hours'}.ics"`,
        'Cache-Control': 'no-store',
      },
    });
  });
}
