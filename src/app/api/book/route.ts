import { forVisitor, ownAddress } from '@/server/edge/process';
import { bookAlone } from '@/server/work/booking/book-alone';
import { answerForm } from '../../form';

/** A booking, sent by a form that works without script. */
export function POST(request: Request): Promise<Response> {
  return answerForm(request, async (form, client) => {
    const back = `/book?kind=${encodeURIComponent(form.kind ?? '')}&code=${encodeURIComponent(form.code ?? '')}`;
    return {
      back,
      work: async () => {
        const value = { ...form, window: form.window || null };
        const { secret } = await forVisitor(client, 'books', (unit) => bookAlone(unit, value, ownAddress()));
        return secret === null ? '/book?sent=1' : `/book/${secret}`;
      },
    };
  });
}
