import { notifications } from '@mantine/notifications';
import type { QueryClient } from '@tanstack/react-query';
import { visitsMade } from '@/contract/plan/hand';
import { errorText } from '../../messages/errors';
import { callApi } from '../../shared/api';

/** A visit that did not exist yet. */
export interface WantedVisit {
  readonly siteId: string;
  readonly jobKindId: string;
  readonly summary: string;
  readonly earliestAt: string;
  readonly dueAt: string;
}

/** What is changed of visits; what is not named stays. */
export interface VisitEdit {
  readonly durationMin?: number;
  readonly priority?: number;
  readonly windows?: readonly { readonly startsAt: string; readonly endsAt: string }[];
}

/** What is done with visits themselves, wherever they are. Each says the ids of what it made, or null where it was refused. */
export interface OnVisits {
  duplicate(visitIds: readonly string[]): Promise<readonly string[] | null>;
  bringBack(visitIds: readonly string[]): Promise<readonly string[] | null>;
  edit(visitIds: readonly string[], set: VisitEdit): Promise<readonly string[] | null>;
  create(visit: WantedVisit): Promise<readonly string[] | null>;
}

export function createOnVisits(client: QueryClient): OnVisits {
  const post = async (path: string, body: unknown, said: string): Promise<readonly string[] | null> => {
    try {
      const { visitIds } = await callApi(path, visitsMade, { method: 'POST', body });
      await Promise.all(['plan', 'commands'].map((key) => client.invalidateQueries({ queryKey: [key] })));
      notifications.show({ message: said });
      return visitIds;
    } catch (cause) {
      notifications.show({ title: 'Not done', message: errorText(cause), color: 'grape' });
      return null;
    }
  };
  return {
    duplicate: (visitIds) =>
      post('/api/plan/hand/duplicate', { visitIds }, 'Duplicated. What is new is among the loose ends.'),
    bringBack: (visitIds) =>
      post('/api/plan/hand/bring-back', { visitIds }, 'Brought back. It is among the loose ends.'),
    edit: (visitIds, set) => post('/api/plan/hand/edit', { visitIds, set }, 'Changed.'),
    create: (visit) => post('/api/plan/hand/visits', visit, 'Made. It is among the loose ends.'),
  };
}
