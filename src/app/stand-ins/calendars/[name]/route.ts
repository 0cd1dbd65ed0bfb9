import { standInCalendar } from '@/server/stand-ins/calendars';

interface Props {
  readonly params: Promise<{ name: string }>;
}

/** The calendar service that ships for trying things out: open to everybody, and nothing in it is real. */
export async function GET(_request: Request, { params }: Props): Promise<Response> {
  const text = standInCalendar((await params).name);
  if (text === null) return new Response('There is no such calendar', { status: 404 });
  return new Response(text, { headers: { 'Content-Type': 'text/calendar; charset=utf-8' } });
}
