import { Button, Popover, TextInput } from '@mantine/core';
import { DateInput } from '@mantine/dates';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import Link from 'next/link';
import { useState } from 'react';
import type { DoubtView } from '@/contract/set-up/answers/doubts';
import { doubtText } from '../../messages/doubts';
import { errorText } from '../../messages/errors';
import { callApi, done } from '../../shared/api';
import { addDays, dayText } from '../../shared/time';
import { useCompany } from '../use-company';
import css from './PathPage.module.css';

interface Props {
  readonly doubt: DoubtView;
  readonly mayChange: boolean;
}

/** One doubt: what it holds up, what it is, what would mend it. */
export function DoubtRow({ doubt, mayChange }: Props) {
  const [opened, setOpened] = useState(false);
  const { currency } = useCompany();
  const { strong, rest, mend, href } = doubtText(doubt);
  const n = doubt.visitCount;
  return (
    <tr data-doubt={doubt.code}>
      <td className={css.holds} data-tone={n === 0 ? 'none' : doubt.price >= 500 ? 'plum' : 'ochre'}>
        {n === 0 ? (
          '–'
        ) : (
          <button
            type="button"
            aria-expanded={opened}
            title={
              doubt.price > 0 ? `Leaving them undone costs ${currency} ${doubt.price.toFixed(2)}` : undefined
            }
            onClick={() => setOpened((o) => !o)}
          >
            {n === 1 ? '1 visit' : `${n} visits`}
          </button>
        )}
      </td>
      <td>
        <b>{strong}</b> {rest}
        {opened && (
          <ul className={css.visits}>
            {doubt.visits.map((v) => (
              <li key={v.id}>
                <Link href={`/plan?selected=visit:${encodeURIComponent(v.id)}`}>{v.label}</Link> {v.what}
              </li>
            ))}
            {n > doubt.visits.length && <li className="quiet">and {n - doubt.visits.length} more</li>}
          </ul>
        )}
        {doubt.aside && (
          <div className="quiet">
            put aside until {dayText(doubt.aside.untilDate)}: {doubt.aside.reason}
          </div>
        )}
      </td>
      <td>
        <Link href={href}>{mend}</Link>
        {mayChange && <Aside doubt={doubt} />}
      </td>
    </tr>
  );
}

const USUAL_DAYS = 30;

/** Puts a doubt aside with a reason and an end, or takes it back. */
function Aside({ doubt }: { readonly doubt: DoubtView }) {
  const client = useQueryClient();
  const [opened, setOpened] = useState(false);
  const [reason, setReason] = useState('');
  const [until, setUntil] = useState<string | null>(null);
  const today = new Date().toISOString().slice(0, 10);
  const refresh = async (): Promise<void> => {
    setOpened(false);
    await client.invalidateQueries({ queryKey: ['path'] });
    void client.invalidateQueries({ queryKey: ['commands'] });
  };
  const put = useMutation({
    mutationFn: () =>
      callApi('/api/set-up/asides', done, {
        method: 'POST',
        body: { doubt: doubt.key, reason, untilDate: until ?? addDays(today, USUAL_DAYS) },
      }),
    onSuccess: refresh,
  });
  const back = useMutation({
    mutationFn: () => callApi('/api/set-up/asides', done, { method: 'DELETE', body: { doubt: doubt.key } }),
    onSuccess: refresh,
  });
  if (doubt.aside)
    return (
      <>
        {' '}
        ·{' '}
        <button type="button" className="link" onClick={() => back.mutate()}>
          take back
        </button>
      </>
    );
  return (
    <Popover opened={opened} onChange={setOpened} trapFocus returnFocus width={280} position="bottom-end">
      {' '}
      ·{' '}
      <Popover.Target>
        <button type="button" className="link" onClick={() => setOpened((o) => !o)}>
          put aside
        </button>
      </Popover.Target>
      <Popover.Dropdown>
        <form
          onSubmit={(e) => {
            e.preventDefault();
            put.mutate();
          }}
        >
          <TextInput
            label="Why"
            value={reason}
            onChange={(e) => setReason(e.currentTarget.value)}
            required
            data-autofocus
            error={put.error ? errorText(put.error) : null}
          />
          <DateInput
            label="Until"
            value={until}
            onChange={setUntil}
            placeholder={`${USUAL_DAYS} days from today`}
            valueFormat="ddd D MMMM YYYY"
            popoverProps={{ withinPortal: false }}
            mt={6}
          />
          <Button type="submit" size="xs" mt={8} loading={put.isPending}>
            Put aside
          </Button>
        </form>
      </Popover.Dropdown>
    </Popover>
  );
}
