import type { WorkOrderPage } from '@/contract/work/work-list';
import { commandText } from '../../messages/commands';
import { reportText } from '../../messages/day/day-words';
import { momentText } from '../../shared/time';
import css from '../Work.module.css';

const EVENT_WORDS: Readonly<Record<string, string>> = {
  promised: 'Told them of the time',
  moved: 'Told them that it moved',
  booked: 'Asked them to confirm',
  'on-the-way': 'Told them that somebody is on the way',
  done: 'Told them that it is done',
  sorry: 'Told them that it will not be done',
};

/** Everything that happened to a work order, first to last, in one line of time. */
export function Life({ page }: { readonly page: WorkOrderPage }) {
  return (
    <aside aria-label="All that happened">
      <h2>All that happened</h2>
      <ol className={css.life}>
        {page.life.map((l, i) => (
          <li key={`${l.at} ${i}`} data-kind={l.kind}>
            <div className="quiet">
              {momentText(l.at, page.order.zone)} · {l.by}
            </div>
            {l.kind === 'message' ? (
              <Told facts={l.facts} name={l.name} />
            ) : l.kind === 'field' ? (
              reportText(l.name, l.facts)
            ) : (
              commandText(l.name, l.facts)
            )}
          </li>
        ))}
      </ol>
      {page.life.length === 0 && (
        <p className="quiet">It came with the first data; nothing has happened to it since.</p>
      )}
    </aside>
  );
}

function Told({ name, facts }: { readonly name: string; readonly facts: Readonly<Record<string, unknown>> }) {
  const state = String(facts.state);
  return (
    <>
      {EVENT_WORDS[name] ?? name}
      {state === 'waiting' && <span className="quiet"> (waits to be sent)</span>}
      {state === 'failed' && <span className="bad"> (not sent: {String(facts.failure ?? '')})</span>}
      <details>
        <summary className="quiet">{String(facts.subject || 'what was written')}</summary>
        <p className={css.said}>{String(facts.body)}</p>
      </details>
    </>
  );
}
