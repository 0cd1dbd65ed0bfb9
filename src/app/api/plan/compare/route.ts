import { comparePlans } from '@/server/plan/compare-plans';
import { answerAsker } from '../../../http';

/** Plans side by side. */
export function POST(request: Request): Promise<Response> {
  return answerAsker(request, comparePlans);
}
