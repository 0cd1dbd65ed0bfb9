import { Alert, Button, Group, Modal } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import Link from 'next/link';
import { useState } from 'react';
import { comparison, type DraftRow } from '@/contract/plan/plan-view';
import { errorText } from '../../messages/errors';
import { changeText, OBJECTIVE_WORDS, priceText, tellingMeasures, totalOf } from '../../messages/figures';
import { compareAddress } from '../../shared/addresses';
import { callApi, done } from '../../shared/api';
import { dayText } from '../../shared/time';
import { AcceptDialog } from '../accept/AcceptDialog';
import { Beyond } from '../scoreline/Beyond';

interface Props {
  readonly draft: DraftRow;
  readonly onAccepted: () => void;
  readonly onThrownAway: () => void;
}

/** Accepting a draft as the live plan, and throwing it away; both ask first. */
export function DraftActions({ draft, onAccepted, onThrownAway }: Props) {
  const [asking, setAsking] = useState<'accept' | 'throw-away' | null>(null);
  const client = useQueryClient();
  const throwAway = useMutation({
    mutationFn: () => callApi(`/api/drafts/${draft.id}`, done, { method: 'DELETE' }),
    onSuccess: async () => {
      await client.invalidateQueries();
      notifications.show({ message: `${draft.name} was thrown away.` });
      setAsking(null);
      onThrownAway();
    },
  });
  return (
    <div
      style={{
        display: 'flex',
        gap: 12,
        alignItems: 'center',
        padding: '5px 16px',
        background: 'var(--lime-soft)',
        borderBottom: '1px solid var(--hair)',
      }}
    >
      <b>{draft.name}</b>
      <span>
        {draft.territoryNames.join(', ')} · {dayText(draft.firstDate)}
        {draft.lastDate === draft.firstDate ? '' : ` to ${dayText(draft.lastDate)}`} ·{' '}
        {draft.status === 'open' ? 'nothing live has changed' : 'accepted'}
      </span>
      {draft.status === 'open' && (
        <Group gap="sm" ml="auto">
          <Link className="link" href={compareAddress(draft, ['live', draft.id])}>
            Compare
          </Link>
          <Button size="compact-sm" variant="default" onClick={() => setAsking('throw-away')}>
            Throw away
          </Button>
          <Button size="compact-sm" onClick={() => setAsking('accept')}>
            Accept as live plan
          </Button>
        </Group>
      )}
      <AcceptDialog
        draft={draft}
        opened={asking === 'accept'}
        onClose={() => setAsking(null)}
        onAccepted={(left) => {
          if (left === 0) onAccepted();
        }}
      >
        <Comparison draftId={draft.id} />
      </AcceptDialog>
      <Modal
        opened={asking === 'throw-away'}
        onClose={() => setAsking(null)}
        title={`Throw ${draft.name} away?`}
        closeButtonProps={{ 'aria-label': 'Close' }}
      >
        <p>
          The draft goes out of the lists. Undo brings it back, as long as you have done nothing else with it.
        </p>
        {throwAway.error && (
          <Alert color="grape" title="Not done" role="alert" mt="md">
            {errorText(throwAway.error)}
          </Alert>
        )}
        <Group justify="flex-end" mt="lg">
          <Button variant="default" onClick={() => setAsking(null)}>
            Cancel
          </Button>
          <Button onClick={() => throwAway.mutate()} loading={throwAway.isPending}>
            Throw it away
          </Button>
        </Group>
      </Modal>
    </div>
  );
}

/** Figures of the draft beside those of the live plan over the same extent. */
export function Comparison({ draftId, query }: { readonly draftId: string; readonly query?: string }) {
  const { data, error } = useQuery({
    queryKey: ['compare', draftId],
    queryFn: () => callApi(`/api/drafts/${draftId}/compare`, comparison),
  });
  if (error) return <p className="bad">{errorText(error)}</p>;
  if (!data) return <p className="quiet">Comparing …</p>;
  const change = totalOf(data.draft) - totalOf(data.live);
  return (
    <>
      <table className="figures">
        <thead>
          <tr>
            <th>Measure</th>
            <th className="number">Live</th>
            <th className="number">Draft</th>
            <th className="number">Change</th>
          </tr>
        </thead>
        <tbody>
          {tellingMeasures(data.draft, data.live).map((o) => {
            const { name, amount } = OBJECTIVE_WORDS[o];
            const difference = data.draft[o].amount - data.live[o].amount;
            return (
              <tr key={o}>
                <td>{name}</td>
                <td className="number">{amount(data.live[o].amount)}</td>
                <td className="number">{amount(data.draft[o].amount)}</td>
                <td className={`number ${difference < 0 ? 'good' : difference > 0 ? 'bad' : 'quiet'}`}>
                  {changeText(difference, amount)}
                </td>
              </tr>
            );
          })}
          <tr>
            <td>
              <b>Price</b>
            </td>
            <td className="number">{priceText(totalOf(data.live))}</td>
            <td className="number">{priceText(totalOf(data.draft))}</td>
            <td className={`number ${change < 0 ? 'good' : 'bad'}`}>
              <b>{changeText(change, priceText)}</b>
            </td>
          </tr>
        </tbody>
      </table>
      {query && (
        <Beyond query={query} loose={data.draft.unplanned.amount} missed={data.draft.missedWindows.amount} />
      )}
    </>
  );
}
