import { whoIsIn } from '@/server/set-up/crews/who-is-in';
import { answerAsker } from '../../../http';

/** Who of a crew, as it would be, is in on each of the next days. */
export function POST(request: Request): Promise<Response> {
  return answerAsker(request, whoIsIn);
}
