import { Alert, Button, Group, Modal, TextInput } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { z } from 'zod';
import type { PlaybookContent } from '@/contract/playbooks/playbook';
import { errorText } from '../../messages/errors';
import { differenceOf } from '../../messages/playbooks/difference';
import { ApiError, callApi } from '../../shared/api';
import { useFilterNames } from '../../shared/filters/use-names';
import { DifferenceTable } from './DifferenceTable';

interface Props {
  readonly playbookId: string;
  readonly name: string;
  readonly version: number;
  readonly versionId: string;
  readonly stored: PlaybookContent;
  readonly content: PlaybookContent;
  readonly opened: boolean;
  readonly onClose: () => void;
  readonly onSaved: () => void;
}

/** Says what is different, and stores it as the next version with a note. */
export function SaveVersion(props: Props) {
  const { playbookId, name, version, versionId, stored, content, opened, onClose, onSaved } = props;
  const router = useRouter();
  const client = useQueryClient();
  const { nameOf } = useFilterNames();
  const [note, setNote] = useState('');
  const save = useMutation({
    mutationFn: () =>
      callApi(
        `/api/playbooks/${encodeURIComponent(playbookId)}/versions`,
        z.object({ versionId: z.string() }),
        {
          method: 'POST',
          body: { content, note, basedOn: versionId },
        },
      ),
    onSuccess: async (made) => {
      onSaved();
      setNote('');
      notifications.show({ message: `${name} has a new version. Runs made from now on use it.` });
      await client.invalidateQueries();
      router.push(`/playbooks/${encodeURIComponent(made.versionId)}`);
      router.refresh();
    },
  });
  const newer =
    save.error instanceof ApiError && save.error.facts.reason === 'newer-version' ? save.error.facts : null;
  return (
    <Modal
      opened={opened}
      onClose={onClose}
      title={`Save ${name} as a new version`}
      size="lg"
      closeButtonProps={{ 'aria-label': 'Close' }}
    >
      <form
        onSubmit={(e) => {
          e.preventDefault();
          if (note.trim()) save.mutate();
        }}
      >
        <DifferenceTable
          differences={differenceOf(stored, content, nameOf)}
          from={`Version ${version}`}
          to="Now"
        />
        <TextInput
          mt="md"
          label="What changed and why"
          value={note}
          onChange={(e) => setNote(e.currentTarget.value)}
          maxLength={200}
          data-autofocus
        />
        {newer !== null && (
          <Alert color="grape" mt="md" role="alert" title="Somebody saved a version meanwhile">
            Version {String(newer.version)}, “{String(newer.note)}”. What you changed is kept in this browser
            under version {version}.{' '}
            <Link className="link" href={`/playbooks/${encodeURIComponent(String(newer.versionId))}`}>
              Open the newer version
            </Link>
          </Alert>
        )}
        {save.error && newer === null && (
          <p className="bad" role="alert">
            {errorText(save.error)}
          </p>
        )}
        <Group justify="flex-end" mt="lg">
          <Button variant="default" onClick={onClose}>
            Cancel
          </Button>
          <Button type="submit" disabled={note.trim() === ''} loading={save.isPending}>
            Save it
          </Button>
        </Group>
      </form>
    </Modal>
  );
}
