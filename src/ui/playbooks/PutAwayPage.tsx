'use client';

import { notifications } from '@mantine/notifications';
import { useMutation } from '@tanstack/react-query';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { errorText } from '../messages/errors';
import { callApi, done } from '../shared/api';

interface Away {
  readonly id: string;
  readonly name: string;
  readonly versionId: string | null;
}

/** Playbooks that nobody uses at present: runs made by them keep their versions. */
export function PutAwayPage({
  playbooks,
  mayChange,
}: {
  readonly playbooks: readonly Away[];
  readonly mayChange: boolean;
}) {
  const router = useRouter();
  const back = useMutation({
    mutationFn: ({ id }: Away) =>
      callApi(`/api/playbooks/${encodeURIComponent(id)}`, done, { method: 'PATCH', body: { isAway: false } }),
    onSuccess: (_done, { name }) => {
      notifications.show({ message: `${name} is back.` });
      router.refresh();
    },
    onError: (cause) => notifications.show({ message: errorText(cause), color: 'grape' }),
  });
  return (
    <div className="page">
      <h1>Playbooks put away</h1>
      <p className="quiet">Runs made by them keep the versions that they were made with.</p>
      {playbooks.length === 0 && (
        <p>
          None.{' '}
          <Link className="link" href="/playbooks">
            Back to the playbooks
          </Link>
        </p>
      )}
      <ul>
        {playbooks.map((p) => (
          <li key={p.id}>
            {p.versionId ? (
              <Link className="link" href={`/playbooks/${encodeURIComponent(p.versionId)}`}>
                {p.name}
              </Link>
            ) : (
              p.name
            )}{' '}
            {mayChange && (
              <button type="button" className="link" disabled={back.isPending} onClick={() => back.mutate(p)}>
                bring back
              </button>
            )}
          </li>
        ))}
      </ul>
    </div>
  );
}
