import { Button, Loader } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import Link from 'next/link';
import { comparison, type DraftRow } from '@/contract/plan/plan-view';
import { errorText } from '../../messages/errors';
import { changeText, priceText, totalOf } from '../../messages/figures';
import { outcomeText } from '../../messages/runs/outcomes';
import { compareAddress } from '../../shared/addresses';
import { callApi, done } from '../../shared/api';
import css from './BesideBar.module.css';
import type { useQuickRun } from './quick-run';

/** Says how a small run goes, and how it ended where it left nothing. */
export function QuickRunBar({ quick }: { readonly quick: ReturnType<typeof useQuickRun> }) {
  if (quick.failure)
    return (
      <div className={css.bar} role="alert">
        <span className="bad">{errorText(quick.failure)}</span>
        <Button size="compact-sm" variant="default" onClick={quick.dismiss}>
          Close
        </Button>
      </div>
    );
  if (quick.outcome)
    return (
      <div className={css.bar} role="alert">
        <span className="bad">{outcomeText(quick.outcome)}</span>
        <Button size="compact-sm" variant="default" onClick={quick.dismiss}>
          Close
        </Button>
      </div>
    );
  if (!quick.isUnderWay) return null;
  return (
    <div className={css.bar} role="status">
      <Loader size="xs" /> <span>Looking for a better way with few changes …</span>
      <Button size="compact-sm" variant="default" onClick={quick.stop}>
        Stop and keep
      </Button>
    </div>
  );
}

interface Props {
  readonly draft: DraftRow;
  readonly onGone: () => void;
}

/** A draft that is shown as ghosts beside the live plan: what it would change, to take or to leave. */
export function BesideBar({ draft, onGone }: Props) {
  const client = useQueryClient();
  const { data } = useQuery({
    queryKey: ['compare', draft.id],
    queryFn: () => callApi(`/api/drafts/${draft.id}/compare`, comparison),
  });
  const over = async (said: string): Promise<void> => {
    await client.invalidateQueries();
    notifications.show({ message: said });
    onGone();
  };
  const refused = (cause: unknown): void => {
    notifications.show({ title: 'Not done', message: errorText(cause), color: 'grape' });
  };
  const take = useMutation({
    mutationFn: () => callApi(`/api/drafts/${draft.id}/accept`, done, { method: 'POST', body: {} }),
    onSuccess: () => over(`${draft.name} is the live plan now.`),
    onError: refused,
  });
  const leave = useMutation({
    mutationFn: () => callApi(`/api/drafts/${draft.id}`, done, { method: 'DELETE' }),
    onSuccess: () => over(`${draft.name} was thrown away.`),
    onError: refused,
  });
  const change = data ? totalOf(data.draft) - totalOf(data.live) : null;
  return (
    <div className={css.bar}>
      <b>{draft.name}</b>
      <span>
        beside the live plan{' '}
        {change !== null && <b className={change < 0 ? 'good' : 'bad'}>{changeText(change, priceText)}</b>}
        {data && data.violations > 0 && <span className="bad"> · breaks {data.violations} rules</span>}
      </span>
      <Link className="link" href={compareAddress(draft, ['live', draft.id])}>
        Compare
      </Link>
      <span className={css.spring} />
      <Button size="compact-sm" variant="default" loading={leave.isPending} onClick={() => leave.mutate()}>
        Leave it
      </Button>
      <Button size="compact-sm" loading={take.isPending} onClick={() => take.mutate()}>
        Take it
      </Button>
    </div>
  );
}
