import { takeWorkLines } from '@/server/work/take-lines';
import { answerAnyWriter } from '../../../programs';

/** Work of another program: lines of site, order and visit. */
export function POST(request: Request): Promise<Response> {
  return answerAnyWriter(request, takeWorkLines);
}
