import { Button } from '@mantine/core';
import type { PlanView } from '@/contract/plan/plan-view';
import { priceText } from '../../messages/figures';
import { bindingText } from '../../messages/runs/reasons';
import { StudyState } from '../../shared/studies/StudyState';
import { useStudy } from '../../shared/studies/use-study';
import { useReasonNames } from './use-reason-names';
import css from './Why.module.css';

/** What binds the whole plan most: more of what would save how much, found by trying. */
export function Binds({ view }: { readonly view: PlanView }) {
  const study = useStudy();
  const names = useReasonNames(view);
  const { view: found } = study;
  const bindings = found?.found.bindings ?? [];
  const extent = {
    territoryIds: view.territories.map((t) => t.id),
    firstDate: view.dates[0]!,
    lastDate: view.dates.at(-1)!,
  };
  return (
    <>
      <h3>What binds most</h3>
      {!found && !study.isAsking && (
        <Button
          size="compact-sm"
          variant="default"
          onClick={() => study.ask({ kind: 'binds', planId: view.planId, extent })}
        >
          Find it by trying
        </Button>
      )}
      <StudyState study={study} what="Trying more of this and that" />
      {found?.status === 'done' && bindings.length === 0 && (
        <p className="quiet">Nothing that was tried would save anything.</p>
      )}
      <ul className={css.relaxed}>
        {bindings.map((b) => (
          <li key={JSON.stringify(b.what)}>
            <div>
              <b>{bindingText(b, names)}</b>
              <div className="quiet">
                {b.placed > 0
                  ? `${b.placed} more ${b.placed === 1 ? 'visit has' : 'visits have'} a place`
                  : 'better places, no more visits'}
              </div>
            </div>
            <div className={css.tried}>
              would save <b className="good">{priceText(b.saves)}</b>
            </div>
          </li>
        ))}
      </ul>
    </>
  );
}
