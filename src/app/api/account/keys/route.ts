import { listOwnKeys, makeKey } from '@/server/access/keys';
import { answerReader, answerWriter } from '../../../http';

/** Keys for programs. */
export function GET(request: Request): Promise<Response> {
  return answerReader(request, listOwnKeys);
}

export function POST(request: Request): Promise<Response> {
  return answerWriter(request, makeKey);
}
