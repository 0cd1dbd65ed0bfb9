import { notifications } from '@mantine/notifications';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import type { DayView } from '@/contract/day/day-view';
import { type FieldReport, reportsAnswer } from '@/contract/day/reports';
import { REFUSED_WORDS } from '../messages/day/day-words';
import { errorText } from '../messages/errors';
import { callApi } from '../shared/api';
import { useClockNow } from '../shared/use-now';

/** What is said on the phone, of one or of several. */
export type Said = Partial<FieldReport> & Pick<FieldReport, 'kind' | 'personId'>;

/** Reports in somebody's place, all of it or none; what does not count is told. */
export function useSay(day: DayView) {
  const client = useQueryClient();
  const clockNow = useClockNow(day);
  return useMutation({
    mutationFn: (said: readonly Said[]) =>
      callApi('/api/day/reports', reportsAnswer, {
        method: 'POST',
        body: {
          reports: said.map((s) => ({
            id: crypto.randomUUID(),
            at: new Date(clockNow() * 1000).toISOString(),
            ...s,
          })),
        },
      }),
    onSuccess: ({ outcomes }) => {
      const why = outcomes.find((o) => o.refused !== null)?.refused;
      if (why) notifications.show({ title: 'Does not count', message: REFUSED_WORDS[why], color: 'grape' });
    },
    onError: (cause) => notifications.show({ title: 'Not done', message: errorText(cause), color: 'grape' }),
    onSettled: () => client.invalidateQueries({ queryKey: ['day'] }),
  });
}
