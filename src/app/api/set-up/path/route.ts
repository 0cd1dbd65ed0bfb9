import { readPath } from '@/server/set-up/doubts/read-path';
import { answerReader } from '../../../http';

/** The way through set-up, and what holds work up. */
export function GET(request: Request): Promise<Response> {
  return answerReader(request, readPath);
}
