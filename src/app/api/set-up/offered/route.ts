import { previewOffer } from '@/server/set-up/offers/preview-offer';
import { answerAsker } from '../../../http';

/** The windows that an offer would hold out now. */
export function POST(request: Request): Promise<Response> {
  return answerAsker(request, previewOffer);
}
