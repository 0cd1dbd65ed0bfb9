import { withUser } from '@/server/edge/process';
import { previewOffer } from '@/server/set-up/offers/preview-offer';
import { answer, bodyOf, sessionToken } from '../../../http';

/** The windows that an offer would hold out now. */
export function POST(request: Request): Promise<Response> {
  return answer(request, async () => {
    const body = await bodyOf(request);
    return withUser(await sessionToken(), 'read', (unit) => previewOffer(unit, body));
  });
}
