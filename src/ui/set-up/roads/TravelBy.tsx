import { Button, Radio } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import Link from 'next/link';
import { useState } from 'react';
import { z } from 'zod';
import { tryAnswer } from '@/contract/set-up/answers/effect';
import type { RoadsView } from '@/contract/set-up/answers/roads';
import { errorText } from '../../messages/errors';
import { callApi } from '../../shared/api';
import { useStored } from '../draft/use-draft';
import { Effect } from '../side/Effect';
import css from './Roads.module.css';

const STRAIGHT = 'straight lines';

/** Which network is driven on, or straight lines: what that would do is told before it is saved. */
export function TravelBy({ view, mayChange }: { readonly view: RoadsView; readonly mayChange: boolean }) {
  const client = useQueryClient();
  const { stored: company } = useStored('company', 'company');
  const [chosen, setChosen] = useState(view.inUse ?? STRAIGHT);
  const isChanged = chosen !== (view.inUse ?? STRAIGHT);
  const { id: _id, version = 1, archivedAt: _away, ...fields } = company ?? { id: '', archivedAt: null };
  const value = { ...fields, roadsId: chosen === STRAIGHT ? null : chosen };
  const tried = useQuery({
    queryKey: ['tried', 'company', version, chosen],
    queryFn: ({ signal }) =>
      callApi('/api/set-up/try', tryAnswer, {
        method: 'POST',
        body: { object: 'company', id: 'company', value, date: null },
        signal,
      }),
    enabled: isChanged && company !== null,
  });
  const save = useMutation({
    mutationFn: () =>
      callApi('/api/objects/company/company', z.unknown(), { method: 'PUT', body: { version, value } }),
    onSuccess: async () => {
      await client.invalidateQueries();
      notifications.show({ message: 'Saved. Travel is worked out anew.' });
    },
  });
  return (
    <>
      <h2>Travel goes by</h2>
      <Radio.Group value={chosen} onChange={setChosen} aria-label="Travel goes by">
        <div className={css.choices}>
          {view.networks.map((n) => (
            <div key={n.id}>
              <Radio value={n.id} label={`the roads of ${n.name}`} disabled={!mayChange} />
              <p className="quiet" style={{ marginLeft: 28 }}>
                {n.found && `${n.found.km.toLocaleString('en')} km, `}
                {n.periods > 0 ? `${n.periods} speeds over the day` : 'the same speed all day'} ·{' '}
                <Link className="link" href={`/set-up/roads/${encodeURIComponent(n.id)}`}>
                  speeds
                </Link>{' '}
                ·{' '}
                <a className="link" href={`/api/set-up/roads/${encodeURIComponent(n.id)}`} download>
                  take out
                </a>
              </p>
            </div>
          ))}
          <div>
            <Radio value={STRAIGHT} label="straight lines" disabled={!mayChange} />
            <p className="quiet" style={{ marginLeft: 28 }}>
              × {view.straight.factor} at {view.straight.kmh} km/h ·{' '}
              <Link className="link" href="/set-up/company/company">
                change these
              </Link>
            </p>
          </div>
        </div>
      </Radio.Group>
      {isChanged && (
        <div className={css.box}>
          <b>What it would do</b>
          {tried.error ? (
            <p className="bad">{errorText(tried.error)}</p>
          ) : tried.data?.effect ? (
            <Effect effect={tried.data.effect} />
          ) : (
            <p className="quiet">{tried.data ? 'Nothing yet: there is no plan.' : 'Working it out …'}</p>
          )}
          {save.error && <p className="bad">{errorText(save.error)}</p>}
          <div style={{ display: 'flex', gap: 8 }}>
            <Button size="xs" loading={save.isPending} onClick={() => save.mutate()}>
              Save
            </Button>
            <Button size="xs" variant="default" onClick={() => setChosen(view.inUse ?? STRAIGHT)}>
              Take back
            </Button>
          </div>
        </div>
      )}
    </>
  );
}
