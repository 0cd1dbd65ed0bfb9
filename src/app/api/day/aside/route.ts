import { putAside } from '@/server/day/put-aside';
import { answerWriter } from '../../../http';

/** A need is put aside, or looked at again. */
export function POST(request: Request): Promise<Response> {
  return answerWriter(request, putAside);
}
