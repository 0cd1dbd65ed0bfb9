import { changeByHand } from '@/server/plan/hand/change-by-hand';
import { answerWriter } from '../../../http';

export function POST(request: Request): Promise<Response> {
  return answerWriter(request, changeByHand);
}
