import { Button, Group } from '@mantine/core';
import { DatePickerInput } from '@mantine/dates';
import { notifications } from '@mantine/notifications';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { z } from 'zod';
import { type MaintenancePreview, maintenancePreview } from '@/contract/work/maintenance';
import { errorText } from '../../messages/errors';
import { useCompany } from '../../set-up/use-company';
import { callApi } from '../../shared/api';
import { addDays, dayText } from '../../shared/time';
import css from '../Work.module.css';

const made = z.object({ made: z.int(), commandId: z.int().nullable() });
const QUARTER_DAYS = 91;
const MOST_SHOWN = 200;

const CLASH_WORDS: Readonly<Record<MaintenancePreview['visits'][number]['clashes'][number], string>> = {
  'no-territory': 'the site lies in no territory',
  'no-place': 'nobody knows where the site is',
  closed: 'closed on that day, done later',
  'outside-agreement': 'the agreement does not hold then',
  'not-covered': 'the agreement does not cover it',
};

/** What a plan would make within a range, shown before anything is made. */
export function Maintenance({
  id,
  mayChange,
  today,
}: {
  readonly id: string;
  readonly mayChange: boolean;
  readonly today: string;
}) {
  const client = useQueryClient();
  const { weekStartsOn } = useCompany();
  const [range, setRange] = useState<[string | null, string | null]>([null, null]);
  const first = range[0];
  const last = range[1] ?? (first ? addDays(first, QUARTER_DAYS) : null);
  const base = `/api/work/maintenance/${encodeURIComponent(id)}`;
  const body = { firstDate: first, lastDate: last };
  const { data, error, isFetching } = useQuery({
    queryKey: ['work', 'maintenance', id, first, last],
    queryFn: () => callApi(`${base}/preview`, maintenancePreview, { method: 'POST', body }),
    enabled: first !== null && last !== null,
  });
  const generate = useMutation({
    mutationFn: () => callApi(`${base}/generate`, made, { method: 'POST', body }),
    onSuccess: async (answer) => {
      notifications.show({
        message:
          answer.made === 0
            ? 'All of it is there already: nothing was made.'
            : `${answer.made} work orders were made. One undo takes all of them back.`,
      });
      await client.invalidateQueries({ queryKey: ['work'] });
      await client.invalidateQueries({ queryKey: ['commands'] });
    },
    onError: (cause) =>
      notifications.show({ title: 'Nothing was made', message: errorText(cause), color: 'grape' }),
  });
  return (
    <section className={css.happened} aria-label="Make its work">
      <h2>Make its work</h2>
      <Group gap={12} align="end">
        <DatePickerInput
          type="range"
          size="xs"
          w={280}
          label="Due within"
          placeholder="choose the days"
          valueFormat="D MMM YYYY"
          value={range}
          onChange={setRange}
          defaultDate={today}
          firstDayOfWeek={weekStartsOn as 0}
          allowSingleDateInRange
        />
        <Button size="xs" variant="default" onClick={() => setRange(nextQuarter(today))}>
          Next quarter
        </Button>
        {mayChange && data && data.fresh > 0 && (
          <Button size="xs" loading={generate.isPending} onClick={() => generate.mutate()}>
            Make {data.fresh} work orders
          </Button>
        )}
      </Group>
      {error && <p className="bad">{errorText(error)}</p>}
      {isFetching && !data && <p className="quiet">Counting …</p>}
      {data && <Shown preview={data} />}
    </section>
  );
}

/** The first and last day of the quarter after a day's own. */
function nextQuarter(today: string): [string, string] {
  const [year, month] = today.split('-').map(Number) as [number, number];
  const first = new Date(Date.UTC(year, Math.floor((month - 1) / 3) * 3 + 3, 1));
  const last = new Date(Date.UTC(first.getUTCFullYear(), first.getUTCMonth() + 3, 0));
  return [first.toISOString().slice(0, 10), last.toISOString().slice(0, 10)];
}

function Shown({ preview }: { readonly preview: MaintenancePreview }) {
  return (
    <>
      <p aria-live="polite">
        <b>{preview.fresh}</b> to be made, {preview.there} are there already
        {preview.blocked > 0 && <span className="bad">, {preview.blocked} cannot be made</span>}.
      </p>
      {preview.forecast.length > 0 && (
        <p className="quiet">
          Hours by week:{' '}
          {preview.forecast.map((f) => `${dayText(f.week)} ${f.hours} h ${f.skill}`).join(' · ')}
        </p>
      )}
      <table className="figures">
        <thead>
          <tr>
            <th>Due from</th>
            <th>until</th>
            <th>Asset</th>
            <th>Site</th>
            <th>State</th>
          </tr>
        </thead>
        <tbody>
          {preview.visits.slice(0, MOST_SHOWN).map((v) => (
            <tr key={`${v.assetId} ${v.date}`}>
              <td>{dayText(v.date, true)}</td>
              <td>{dayText(v.dueDate)}</td>
              <td>{v.asset}</td>
              <td>
                {v.site}
                <div className="quiet">{v.territory}</div>
              </td>
              <td className={v.isBlocked ? 'bad' : undefined}>
                {v.exists ?? (v.isBlocked ? 'cannot be made' : 'to be made')}
                {v.clashes.map((c) => (
                  <div key={c} className="quiet">
                    {CLASH_WORDS[c]}
                  </div>
                ))}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {preview.visits.length > MOST_SHOWN && (
        <p className="quiet">
          The first {MOST_SHOWN} of {preview.visits.length}.
        </p>
      )}
    </>
  );
}
