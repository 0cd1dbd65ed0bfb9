import { useMutation, useQueryClient } from '@tanstack/react-query';
import { z } from 'zod';
import type { OwnDay } from '@/contract/day/own-day';
import { errorText } from '../../messages/errors';
import { callApi } from '../../shared/api';
import css from '../Field.module.css';

/** Who is in the crew today; whoever leads says who is not there, and hands over. */
export function CrewOfDay({ day }: { readonly day: OwnDay }) {
  const client = useQueryClient();
  const change = useMutation({
    mutationFn: (body: { technicianId: string; change: 'away' | 'back' | 'leads' }) =>
      callApi('/api/day/crew', z.unknown(), { method: 'POST', body: { crewId: day.personId, ...body } }),
    onSettled: () => client.invalidateQueries({ queryKey: ['own-day'] }),
  });
  return (
    <>
      {day.members.map((m) => (
        <div key={m.id} className={css.member}>
          <span>
            {m.name}
            {m.leads ? ', leads' : m.isAway ? ', not there today' : ''}
          </span>
          {day.maySpeak && !m.leads && (
            <>
              <button
                type="button"
                className={css.small}
                disabled={change.isPending}
                onClick={() => change.mutate({ technicianId: m.id, change: m.isAway ? 'back' : 'away' })}
              >
                {m.isAway ? 'Is there' : 'Not there'}
              </button>
              {!m.isAway && (
                <button
                  type="button"
                  className={css.small}
                  disabled={change.isPending}
                  onClick={() => change.mutate({ technicianId: m.id, change: 'leads' })}
                >
                  Leads now
                </button>
              )}
            </>
          )}
        </div>
      ))}
      {change.error && (
        <p className="bad" role="alert">
          {errorText(change.error)}
        </p>
      )}
      {!day.maySpeak && <p className="quiet">Whoever leads reports for the crew.</p>}
    </>
  );
}
