import { Button } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useRouter } from 'next/navigation';
import type { PlanView } from '@/contract/plan/plan-view';
import { madeDraft } from '@/contract/runs/made';
import type { Extent } from '@/contract/runs/run';
import type { RelaxedFound } from '@/contract/runs/studies';
import { errorText } from '../../messages/errors';
import { changeText, priceText } from '../../messages/figures';
import { relaxationText } from '../../messages/runs/reasons';
import { draftAddress } from '../../shared/addresses';
import { callApi } from '../../shared/api';
import { StudyState } from '../../shared/studies/StudyState';
import { useStudy } from '../../shared/studies/use-study';
import { useReasonNames } from './use-reason-names';
import css from './Why.module.css';

/** For a loose end: what would make room, found by trying, each as a draft in one click. */
export function Relaxations({ view, visitId }: { readonly view: PlanView; readonly visitId: string }) {
  const study = useStudy();
  const names = useReasonNames(view);
  const router = useRouter();
  const client = useQueryClient();
  const extent: Extent = {
    territoryIds: view.territories.map((t) => t.id),
    firstDate: view.dates[0]!,
    lastDate: view.dates.at(-1)!,
  };
  const asked = { planId: view.planId, extent, visitId };
  const tryIt = useMutation({
    mutationFn: (found: RelaxedFound) =>
      callApi('/api/drafts/relaxation', madeDraft, { method: 'POST', body: { ...asked, found } }),
    onSuccess: async ({ draftId }) => {
      await client.invalidateQueries({ queryKey: ['drafts'] });
      router.push(draftAddress({ ...extent, id: draftId }));
    },
    onError: (cause) =>
      notifications.show({ title: 'No draft was made', message: errorText(cause), color: 'grape' }),
  });
  const { view: found } = study;
  const relaxed = found?.found.relaxed ?? [];
  return (
    <>
      <h3>What would make room</h3>
      {!found && !study.isAsking && (
        <Button size="compact-sm" variant="default" onClick={() => study.ask({ kind: 'relax', ...asked })}>
          Find it by trying
        </Button>
      )}
      <StudyState study={study} what="Trying" />
      {found?.status === 'done' && relaxed.length === 0 && (
        <p className="quiet">
          Nothing helped by itself: neither level, overtime, window, reach, cover, wish nor tie.
        </p>
      )}
      <ul className={css.relaxed}>
        {relaxed.map((r) => {
          const { text, takes } = relaxationText(r, names);
          return (
            <li key={JSON.stringify(r.relaxation)}>
              <div>
                <b>{text}</b>
                <div className="quiet">
                  {takes}
                  {r.moved > 0 && ` · ${r.moved} ${r.moved === 1 ? 'other moves' : 'others move'}`}
                </div>
              </div>
              <div className={css.tried}>
                <b className={r.price < 0 ? 'good' : ''}>{changeText(r.price, priceText)}</b>
                <button
                  type="button"
                  className="link"
                  disabled={tryIt.isPending}
                  onClick={() => tryIt.mutate(r)}
                >
                  try as a draft
                </button>
              </div>
            </li>
          );
        })}
      </ul>
    </>
  );
}
