import { FileButton, Group } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useMutation } from '@tanstack/react-query';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { madeDraft } from '@/contract/runs/made';
import type { RunView } from '@/contract/runs/run';
import { errorText } from '../messages/errors';
import { draftAddress } from '../shared/addresses';
import { callApi } from '../shared/api';
import { StudyState } from '../shared/studies/StudyState';
import { useStudy } from '../shared/studies/use-study';

/** Problem and plan as files for the command line, and a plan file back as a draft. */
export function RunFiles({ run }: { readonly run: RunView }) {
  const study = useStudy();
  const router = useRouter();
  const [isWanted, setWanted] = useState(false);
  const isReady = study.view?.status === 'done';
  // The file is made where matrices may be built, and taken as soon as it is there.
  useEffect(() => {
    if (!isReady || !isWanted) return;
    setWanted(false);
    window.location.assign(`/api/runs/${run.id}/files/problem`);
  }, [isReady, isWanted, run.id]);
  const upload = useMutation({
    mutationFn: async (file: File) => {
      const text = await file.text();
      let body: unknown;
      try {
        body = JSON.parse(text);
      } catch {
        throw new Error(`${file.name} is not JSON`);
      }
      return callApi(`/api/runs/${run.id}/plan`, madeDraft, { method: 'POST', body });
    },
    onSuccess: ({ draftId }) => {
      notifications.show({ message: 'The checker has nothing against it: it is a draft.' });
      router.push(draftAddress({ ...run.extent, id: draftId }));
    },
  });
  return (
    <div>
      <Group gap="md" mt="sm">
        <button
          type="button"
          className="link"
          disabled={study.isWorking}
          onClick={() => {
            setWanted(true);
            study.ask({ kind: 'files', runId: run.id });
          }}
        >
          problem as a file
        </button>
        <a className="link" href={`/api/runs/${run.id}/files/start`}>
          plan it began from
        </a>
        {run.status === 'done' && run.origin === 'search' && (
          <a className="link" href={`/api/runs/${run.id}/files/plan`}>
            plan it came to
          </a>
        )}
        <FileButton accept="application/json" onChange={(file) => file && upload.mutate(file)}>
          {(props) => (
            <button type="button" className="link" disabled={upload.isPending} {...props}>
              bring a plan file as a draft …
            </button>
          )}
        </FileButton>
        <span className="quiet">
          <code>bin/lime solve problem.json --start start.json --seed {run.seed}</code>
        </span>
      </Group>
      <StudyState study={study} what="Writing the file" />
      {upload.error && (
        <p className="bad" role="alert">
          {upload.error instanceof Error && !('code' in upload.error)
            ? upload.error.message
            : errorText(upload.error)}
        </p>
      )}
    </div>
  );
}
