import { notFound } from 'next/navigation';
import { forVisitor } from '@/server/edge/process';
import { otherWindows, readPublicBooking } from '@/server/work/booking/book-alone';
import { BookedPage } from '@/ui/book/BookedPage';
import { clientOf } from '../../http';

export const dynamic = 'force-dynamic';

interface Props {
  readonly params: Promise<{ secret: string }>;
  readonly searchParams: Promise<{ change?: string; problem?: string }>;
}

/** What somebody booked: its state, and until when it can be changed. Whoever has the address has the booking. */
export default async function Page({ params, searchParams }: Props) {
  const { secret } = await params;
  const { change, problem } = await searchParams;
  const found = await forVisitor(await clientOf(), 'looks', async (unit) => ({
    booking: await readPublicBooking(unit, secret),
    others: change === '1' ? await otherWindows(unit, secret) : null,
  })).catch(() => null);
  if (!found) notFound();
  return <BookedPage {...found} secret={secret} problem={problem ?? ''} />;
}
