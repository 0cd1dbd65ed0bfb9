import { forVisitor } from '@/server/edge/process';
import { cancelBooking, changeBooking, confirmBooking } from '@/server/work/booking/book-alone';
import { answerForm } from '../../../form';

/** What the holder of a booking does with it: confirm, change, cancel. */
export function POST(
  request: Request,
  { params }: { params: Promise<{ secret: string }> },
): Promise<Response> {
  return answerForm(request, async (form, client) => {
    const { secret } = await params;
    const own = `/book/${encodeURIComponent(secret)}`;
    return {
      back: form.act === 'change' ? `${own}?change=1` : own,
      work: async () => {
        await forVisitor(client, 'books', async (unit) => {
          if (form.act === 'confirm') await confirmBooking(unit, secret);
          else if (form.act === 'cancel') await cancelBooking(unit, secret);
          else if (form.act === 'change') await changeBooking(unit, secret, form.window ?? '');
        });
        return own;
      },
    };
  });
}
