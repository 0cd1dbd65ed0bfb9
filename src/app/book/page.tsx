import { redirect } from 'next/navigation';
import { forVisitor } from '@/server/edge/process';
import { kindsOnOffer, windowsOnOffer } from '@/server/work/booking/book-alone';
import { BookPage } from '@/ui/book/BookPage';
import { Closed } from '@/ui/book/Closed';
import { clientOf } from '../http';

export const dynamic = 'force-dynamic';

interface Props {
  readonly searchParams: Promise<Readonly<Record<string, string | string[] | undefined>>>;
}

/** Customers book alone: what, where, when, who. Each step is an address, and works without script. */
export default async function Page({ searchParams }: Props) {
  const query = await searchParams;
  const one = (name: string): string => {
    const value = query[name];
    return typeof value === 'string' ? value : '';
  };
  const asked = { kind: one('kind'), code: one('code').trim(), further: one('further') || '0' };
  const client = await clientOf();
  const found = await forVisitor(client, 'looks', async (unit) => {
    const offered = await kindsOnOffer(unit);
    const isAsked = asked.kind !== '' && asked.code.length > 1;
    const kind = offered.kinds.find((k) => k.id === asked.kind);
    const windows = isAsked && kind?.isAtOnce ? await windowsOnOffer(unit, asked) : null;
    return { ...offered, windows };
  }).catch(() => null);
  if (!found) return <Closed />;
  if (asked.code.length > 200) redirect('/book');
  return <BookPage {...found} asked={asked} problem={one('problem')} isSent={one('sent') === '1'} />;
}
