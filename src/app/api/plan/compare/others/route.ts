import { readTradeOff } from '@/server/plan/compare-plans';
import { answerAsker } from '../../../../http';

/** All drafts of the extent, for the picture of what costs what. */
export function POST(request: Request): Promise<Response> {
  return answerAsker(request, readTradeOff);
}
