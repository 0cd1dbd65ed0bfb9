import { notifications } from '@mantine/notifications';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { z } from 'zod';
import { templateAsk, templateStates, timetable } from '@/contract/runs/templates';
import { errorText } from '../messages/errors';
import { timedFailureText } from '../messages/runs/outcomes';
import { budgetText } from '../messages/runs/sentence';
import { callApi, done } from '../shared/api';
import { clockText } from '../shared/quantities';

const template = z.object({
  id: z.string(),
  version: z.int(),
  name: z.string(),
  asked: templateAsk,
  timetable: timetable.nullable(),
});
type Template = z.infer<typeof template>;
const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];

/** Runs kept under a name: started by hand or by their timetable, with what became of the last time. */
export function TemplatesList({ mayChange }: { readonly mayChange: boolean }) {
  const client = useQueryClient();
  const router = useRouter();
  const { data, error } = useQuery({
    queryKey: ['objects-run-templates', 'all'],
    queryFn: () =>
      callApi('/api/objects/run-templates?pageSize=100&sort=name', z.object({ rows: z.array(template) })),
  });
  const states = useQuery({
    queryKey: ['objects-run-templates', 'states'],
    queryFn: () => callApi('/api/run-templates', templateStates),
    refetchInterval: 60_000,
  });
  const start = useMutation({
    mutationFn: (id: string) =>
      callApi(`/api/run-templates/${encodeURIComponent(id)}/start`, z.object({ id: z.string() }), {
        method: 'POST',
        body: {},
      }),
    onSuccess: ({ id }) => router.push(`/plan/runs/${id}`),
    onError: (cause) =>
      notifications.show({ title: 'Not started', message: errorText(cause), color: 'grape' }),
  });
  const change = useMutation({
    mutationFn: ({ of, archived, on }: { of: Template; archived?: boolean; on?: boolean }) =>
      archived
        ? callApi(`/api/objects/run-templates/${of.id}`, done, {
            method: 'PATCH',
            body: { version: of.version, archived: true },
          })
        : callApi(`/api/objects/run-templates/${of.id}`, done, {
            method: 'PUT',
            body: {
              version: of.version,
              value: { name: of.name, asked: of.asked, timetable: of.timetable && { ...of.timetable, on } },
            },
          }),
    onSuccess: () => client.invalidateQueries({ queryKey: ['objects-run-templates'] }),
    onError: (cause) =>
      notifications.show({ title: 'Not changed', message: errorText(cause), color: 'grape' }),
  });
  if (error) return <p className="bad">{errorText(error)}</p>;
  if (!data || data.rows.length === 0) return null;
  return (
    <section>
      <h2>Templates and timetables</h2>
      <table className="figures">
        <thead>
          <tr>
            <th scope="col">Template</th>
            <th scope="col">Starts by itself</th>
            <th scope="col">The last time</th>
            <th scope="col" />
          </tr>
        </thead>
        <tbody>
          {data.rows.map((t) => {
            const state = states.data?.find((s) => s.id === t.id);
            return (
              <tr key={t.id}>
                <td>
                  {t.name}
                  <div className="quiet">
                    {t.asked.days === 1 ? '1 day' : `${t.asked.days} days`}
                    {t.asked.firstIn > 0 ? `, from ${t.asked.firstIn} days ahead` : ', from the day itself'} ·{' '}
                    {budgetText(t.asked.budget)}
                  </div>
                </td>
                <td>
                  {t.timetable ? (
                    <>
                      {t.timetable.weekdays.map((d) => WEEKDAYS[d - 1]).join(', ')}{' '}
                      {clockText(t.timetable.minute)}
                      <div className="quiet">
                        {t.timetable.zone}
                        {t.timetable.on
                          ? state?.nextAt
                            ? ` · next ${when(state.nextAt, t.timetable.zone)}`
                            : ''
                          : ' · paused'}
                      </div>
                    </>
                  ) : (
                    <span className="quiet">no</span>
                  )}
                </td>
                <td>
                  <LastTime state={state} zone={t.timetable?.zone ?? 'UTC'} />
                </td>
                <td>
                  {mayChange && (
                    <span style={{ display: 'flex', gap: 12 }}>
                      <button
                        type="button"
                        className="link"
                        disabled={start.isPending}
                        onClick={() => start.mutate(t.id)}
                      >
                        start now
                      </button>
                      {t.timetable && (
                        <button
                          type="button"
                          className="link"
                          disabled={change.isPending}
                          onClick={() => change.mutate({ of: t, on: !t.timetable?.on })}
                        >
                          {t.timetable.on ? 'pause' : 'go on'}
                        </button>
                      )}
                      <button
                        type="button"
                        className="link"
                        disabled={change.isPending}
                        onClick={() => change.mutate({ of: t, archived: true })}
                      >
                        put away
                      </button>
                    </span>
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </section>
  );
}

function when(instant: string, zone: string): string {
  return new Date(instant).toLocaleString('en-GB', {
    weekday: 'short',
    day: 'numeric',
    month: 'short',
    hour: '2-digit',
    minute: '2-digit',
    timeZone: zone,
  });
}

function LastTime({
  state,
  zone,
}: {
  readonly state: z.infer<typeof templateStates>[number] | undefined;
  readonly zone: string;
}) {
  const last = state?.last;
  if (!last) return <span className="quiet">not yet</span>;
  return (
    <>
      {when(last.dueAt, zone)}
      {last.failure && <div className="bad">{timedFailureText(last.failure)}</div>}
      {last.failed > 0 && (
        <div className="bad">
          {last.failed === 1 ? 'one run' : `${last.failed} runs`} ended without a draft
        </div>
      )}
      {last.runIds.map((id, i) => (
        <div key={id}>
          <Link className="link" href={`/plan/runs/${id}`}>
            run{last.runIds.length > 1 ? ` ${i + 1}` : ''}
          </Link>
        </div>
      ))}
    </>
  );
}
