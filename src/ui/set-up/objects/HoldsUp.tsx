import { useQuery } from '@tanstack/react-query';
import { pathView } from '@/contract/set-up/answers/doubts';
import type { ObjectName } from '@/contract/shared/fields';
import { doubtText } from '../../messages/doubts';
import { callApi } from '../../shared/api';
import css from './ObjectPage.module.css';

/** What is doubtful about this one, as the path tells it of all. */
export function HoldsUp({ object, id }: { readonly object: ObjectName; readonly id: string }) {
  const { data } = useQuery({
    queryKey: ['path'],
    queryFn: () => callApi('/api/set-up/path', pathView),
    staleTime: 30_000,
  });
  const own = (data?.doubts ?? []).filter((d) => d.object === object && d.id === id && !d.aside);
  if (own.length === 0) return null;
  return (
    <ul className={css.doubts} aria-label="What holds work up here">
      {own.map((d) => {
        const { strong, rest } = doubtText(d);
        return (
          <li key={d.key}>
            <b>{strong}</b> {rest}
            {d.visitCount > 0 && ` Holds up ${d.visitCount === 1 ? '1 visit' : `${d.visitCount} visits`}.`}
          </li>
        );
      })}
    </ul>
  );
}
