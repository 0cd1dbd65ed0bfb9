import { Progress } from '@mantine/core';
import { errorText } from '../../messages/errors';
import type { Study } from './use-study';

/** How far a question has come, and a way to stop it. */
export function StudyState({ study, what }: { readonly study: Study; readonly what: string }) {
  const { view, error, isWorking } = study;
  if (error) return <p className="bad">{errorText(error)}</p>;
  if (view?.status === 'failed')
    return (
      <p className="bad">
        It broke off{view.failure ? `: ${view.failure}` : ''}. Ask again to go on from there.
      </p>
    );
  if (view?.status === 'stopped') return <p className="quiet">Stopped; what was found is kept.</p>;
  if (!isWorking) return null;
  const { done = 0, of = 0 } = view?.found ?? {};
  return (
    <div role="status">
      <p className="quiet">
        {what}:{' '}
        {view?.status === 'queued' && done === 0
          ? 'waits for a worker; runs come first'
          : of > 0
            ? `${done} of ${of}`
            : 'at work'}{' '}
        <button type="button" className="link" onClick={study.stop}>
          stop
        </button>
      </p>
      <Progress value={of > 0 ? (done / of) * 100 : 0} size="xs" aria-label={`${done} of ${of}`} />
    </div>
  );
}
