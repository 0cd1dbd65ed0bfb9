import { readOwnCalendar } from '@/server/day/own/own-calendar';
import { forVisitor } from '@/server/edge/process';
import { answer, clientOf } from '../../http';

interface Props {
  readonly params: Promise<{ secret: string }>;
}

/** Somebody's visits as iCalendar, for whoever holds the address. */
export function GET(request: Request, { params }: Props): Promise<Response> {
  return answer(request, async () => {
    const { secret } = await params;
    const text = await forVisitor(await clientOf(), 'looks', (unit) => readOwnCalendar(unit, secret));
    return new Response(text, {
      headers: { 'Content-Type': 'text/calendar; charset=utf-8', 'Cache-Control': 'private, no-store' },
    });
  });
}
