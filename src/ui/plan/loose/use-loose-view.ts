import { useLocalStorage } from '@mantine/hooks';
import { type ArrangementList, looseViewSettings } from '@/contract/plan/desks';
import type { Desk } from '../desk/use-desk';
import { USUAL_COLUMNS } from './columns';

export type LooseView = ArrangementList['looseViews'][number];
export type LooseSettings = LooseView['settings'];

const USUAL: LooseSettings = {
  ...looseViewSettings.parse({}),
  sort: 'priority',
  columns: [...USUAL_COLUMNS],
};

interface Kept {
  readonly viewId: string | null;
  /** What was changed since it was opened; null is nothing. */
  readonly settings: LooseSettings | null;
}

/** How the table of loose ends stands: by a named view, and what was changed at hand since. It stays over a reload. */
export function useLooseView({ arrangements, settings: desk }: Desk) {
  const [kept, setKept] = useLocalStorage<Kept | null>({ key: 'lime-loose-view', defaultValue: null });
  const { looseViews } = arrangements.list;
  const first = desk.looseViewId ?? looseViews.find((v) => v.isDefault)?.id ?? null;
  const viewId = kept ? kept.viewId : first;
  const view = looseViews.find((v) => v.id === viewId) ?? null;
  const settings = kept?.settings ?? view?.settings ?? USUAL;
  return {
    view,
    views: looseViews,
    settings: settings.columns.length > 0 ? settings : { ...settings, columns: [...USUAL_COLUMNS] },
    isChanged: kept?.settings != null,
    open: (id: string | null) => setKept({ viewId: id, settings: null }),
    set: (change: Partial<LooseSettings>) => setKept({ viewId, settings: { ...settings, ...change } }),
  };
}
export type LooseViewInUse = ReturnType<typeof useLooseView>;
