import { tryOutlines } from '@/server/set-up/ground/save-outlines';
import { answerAsker } from '../../../../http';

/** What outlines would bring, before they are saved. */
export function POST(request: Request): Promise<Response> {
  return answerAsker(request, tryOutlines);
}
