import { readCalendarSoon } from '@/server/set-up/calendars/keep-reading';
import { answerWriter } from '../../../../http';

interface Props {
  readonly params: Promise<{ id: string }>;
}

/** Has it read now. */
export function POST(request: Request, { params }: Props): Promise<Response> {
  return answerWriter(request, async (unit) => readCalendarSoon(unit, (await params).id));
}
