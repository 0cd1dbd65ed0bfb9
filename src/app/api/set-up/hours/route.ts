import { readFourWeeks } from '@/server/set-up/hours/read-four-weeks';
import { answerReader } from '../../../http';

/** Four weeks of a team. */
export function GET(request: Request): Promise<Response> {
  return answerReader(request, (unit) =>
    readFourWeeks(unit, { from: new URL(request.url).searchParams.get('from') }),
  );
}
