import { duplicateVisits } from '@/server/plan/hand/visit-deeds';
import { answerWriter } from '../../../../http';

export function POST(request: Request): Promise<Response> {
  return answerWriter(request, duplicateVisits);
}
