import { notifications } from '@mantine/notifications';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { z } from 'zod';
import {
  type ArrangementKind,
  type ArrangementList,
  arrangementList,
  type arrangementWrite,
} from '@/contract/plan/desks';
import { errorText } from '../../messages/errors';
import { callApi, done } from '../../shared/api';

export type Arrangement = ArrangementList['desks'][number] | ArrangementList['looseViews'][number];
export type NewArrangement = z.input<typeof arrangementWrite>;

const made = z.object({ id: z.string() });
const NONE: ArrangementList = { desks: [], looseViews: [], colleagues: [] };

/** Desks and views of loose ends that the user has, and what can be done with them. What is refused is thrown. */
export function useArrangements() {
  const client = useQueryClient();
  const { data, isSuccess } = useQuery({
    queryKey: ['arrangements'],
    queryFn: ({ signal }) => callApi('/api/plan/desks', arrangementList, { signal }),
    staleTime: 60_000,
  });
  const after = (): Promise<void> => client.invalidateQueries({ queryKey: ['arrangements'] });
  const save = async (row: Pick<Arrangement, 'id' | 'version'>, value: NewArrangement): Promise<void> => {
    await callApi(`/api/plan/desks/${row.id}`, done, {
      method: 'PUT',
      body: { version: row.version, value },
    });
    await after();
  };
  return {
    isKnown: isSuccess,
    list: data ?? NONE,
    create: async (value: NewArrangement): Promise<string> => {
      const { id } = await callApi('/api/plan/desks', made, { method: 'POST', body: value });
      await after();
      return id;
    },
    save,
    /** Puts one away; a click brings it back. */
    drop: async (row: Arrangement): Promise<void> => {
      const shape = z.object({ version: z.int() });
      const { version } = await callApi(`/api/plan/desks/${row.id}`, shape, { method: 'DELETE' });
      await after();
      const { kind, name, shared, userIds, settings } = row;
      const value = { kind, name, shared, userIds, settings } as NewArrangement;
      notifications.show({
        message: `${name} was put away. Click here to bring it back.`,
        onClick: () =>
          void save({ id: row.id, version }, value).catch((cause: unknown) =>
            notifications.show({ title: 'Not done', message: errorText(cause), color: 'grape' }),
          ),
      });
    },
    choose: async (kind: ArrangementKind, id: string | null): Promise<void> => {
      await callApi('/api/plan/desks/chosen', done, { method: 'PUT', body: { kind, id } });
      await after();
    },
  };
}
