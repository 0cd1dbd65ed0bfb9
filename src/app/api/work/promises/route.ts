import { promiseWindow } from '@/server/work/offers/promise-window';
import { answerWriter } from '../../../http';

export function POST(request: Request): Promise<Response> {
  return answerWriter(request, (unit, body) => promiseWindow(unit, body));
}
