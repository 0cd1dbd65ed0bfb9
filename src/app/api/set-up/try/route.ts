import { tryChange } from '@/server/set-up/effect/try-change';
import { answerAsker } from '../../../http';

/** What a change would do, before it is made. */
export function POST(request: Request): Promise<Response> {
  return answerAsker(request, tryChange);
}
