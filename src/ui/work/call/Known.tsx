import { useQuery } from '@tanstack/react-query';
import Link from 'next/link';
import type { WindowsAnswer } from '@/contract/work/call';
import { happenedAt } from '@/contract/work/work-list';
import { durationText } from '../../messages/figures';
import { callApi } from '../../shared/api';
import { momentText } from '../../shared/time';
import { useTitle } from '../../shared/use-options';
import { promisedText, stateText } from '../work-columns';
import { useOne } from './use-call';

const DAYS = ['Mondays', 'Tuesdays', 'Wednesdays', 'Thursdays', 'Fridays', 'Saturdays', 'Sundays'];

interface Wish {
  readonly technicianId: string;
  readonly wish: 'must' | 'favoured' | 'avoid' | 'never';
}
const WISH_WORDS: Readonly<Record<Wish['wish'], string>> = {
  must: 'only',
  favoured: 'like',
  avoid: 'rather not',
  never: 'never',
};

/** What is needed, and what is known of them: agreement, wishes, open work there. */
export function Known({
  answer,
  siteId,
}: {
  readonly answer: WindowsAnswer;
  readonly siteId: string | null;
}) {
  const { needs, zone, people } = answer;
  const site = useOne('sites', siteId);
  const { data } = useQuery({
    queryKey: ['work', 'happened', 'sites', siteId],
    queryFn: () => callApi(`/api/work/happened/sites/${encodeURIComponent(siteId ?? '')}`, happenedAt),
    enabled: siteId !== null,
  });
  const open = data?.orders.filter((o) => o.stage === 'open') ?? [];
  const days = (site?.bestDays as number[] | undefined) ?? [];
  return (
    <>
      <h2>It takes</h2>
      <p>
        {durationText(needs.durationMin * 60)},{' '}
        {needs.people === 1 ? '1 person' : `${needs.people} people at once`}
        {needs.skills.length > 0 && ` with ${needs.skills.map((s) => `${s.name} ${s.level}`).join(', ')}`}
        {needs.equipment.length > 0 && `, ${needs.equipment.join(', ')}`}
        {needs.parts.length > 0 && `; parts: ${needs.parts.join(', ')}`}. Priority {needs.priority}, in
        windows of {durationText(needs.widthMin * 60)}.{' '}
        {needs.mayPush
          ? 'Others may begin later for it, inside of what they were promised.'
          : 'Nobody else is moved for it.'}
      </p>
      <h2>What we know of them</h2>
      <p>
        {needs.agreement === null
          ? 'No agreement covers it.'
          : `Agreement: ${needs.agreement}${needs.agreedUntil === null ? '' : `, somebody there until ${momentText(needs.agreedUntil, zone)}`}.`}{' '}
        {((site?.wishes as Wish[] | undefined) ?? []).map((w) => (
          <WishText key={w.technicianId} wish={w} />
        ))}
        {days.length > 0 && `${days.map((d) => DAYS[d - 1]).join(', ')} are best. `}
      </p>
      {open.length > 0 && (
        <>
          <p>{open.length === 1 ? '1 open work order' : `${open.length} open work orders`} there:</p>
          <ul>
            {open.slice(0, 4).map((o) => (
              <li key={o.id}>
                <Link className="link" href={`/work/orders/${encodeURIComponent(o.id)}`}>
                  W-{o.number}
                </Link>{' '}
                {o.summary}, {stateText(o)} <span className="quiet">{promisedText(o)}</span>
              </li>
            ))}
          </ul>
        </>
      )}
      <p className="quiet">{people} people work here in these days.</p>
    </>
  );
}

function WishText({ wish }: { readonly wish: Wish }) {
  const name = useTitle('technicians', wish.technicianId);
  return (
    <>
      {WISH_WORDS[wish.wish]} <b>{name}</b>;{' '}
    </>
  );
}
