import { Modal, Select } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import Link from 'next/link';
import { useState } from 'react';
import { playbookVersions } from '@/contract/playbooks/copy';
import { errorText } from '../../messages/errors';
import { differenceOf } from '../../messages/playbooks/difference';
import { callApi } from '../../shared/api';
import { useFilterNames } from '../../shared/filters/use-names';
import { DifferenceTable } from './DifferenceTable';

interface Props {
  readonly playbookId: string;
  readonly name: string;
  readonly versionId: string;
  readonly opened: boolean;
  readonly onClose: () => void;
}

/** All versions of a playbook with their notes, and what is different between two of them. */
export function Versions({ playbookId, name, versionId, opened, onClose }: Props) {
  const { nameOf } = useFilterNames();
  const { data, error } = useQuery({
    queryKey: ['playbook-versions', playbookId],
    queryFn: () => callApi(`/api/playbooks/${encodeURIComponent(playbookId)}/versions`, playbookVersions),
    enabled: opened,
  });
  const [chosen, setChosen] = useState<string | null>(null);
  const shown = data?.find((v) => v.id === versionId);
  const other = data?.find((v) => v.id === chosen) ?? data?.find((v) => v.id !== versionId);
  const [older, newer] =
    shown && other ? (other.version < shown.version ? [other, shown] : [shown, other]) : [null, null];
  return (
    <Modal
      opened={opened}
      onClose={onClose}
      title={`Versions of ${name}`}
      size="xl"
      closeButtonProps={{ 'aria-label': 'Close' }}
    >
      {error && <p className="bad">{errorText(error)}</p>}
      {!data && !error && <p className="quiet">Looking them up …</p>}
      {data && (
        <table className="figures">
          <thead>
            <tr>
              <th scope="col">Version</th>
              <th scope="col">Note</th>
              <th scope="col">By</th>
              <th scope="col">When</th>
            </tr>
          </thead>
          <tbody>
            {data.map((v) => (
              <tr key={v.id}>
                <td>
                  <Link className="link" href={`/playbooks/${encodeURIComponent(v.id)}`} onClick={onClose}>
                    {v.version}
                  </Link>
                  {v.isCurrent && <span className="quiet"> holds</span>}
                </td>
                <td>{v.note}</td>
                <td className="quiet">{v.by ?? 'shipped'}</td>
                <td className="quiet">
                  {new Date(v.createdAt).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {data && data.length > 1 && older && newer && (
        <>
          <Select
            mt="md"
            maw={360}
            label={`Compare version ${shown?.version} with`}
            data={data
              .filter((v) => v.id !== versionId)
              .map((v) => ({ value: v.id, label: `Version ${v.version}: ${v.note}` }))}
            value={other?.id ?? null}
            onChange={setChosen}
            allowDeselect={false}
          />
          <DifferenceTable
            differences={differenceOf(older.content, newer.content, nameOf)}
            from={`Version ${older.version}`}
            to={`Version ${newer.version}`}
          />
        </>
      )}
    </Modal>
  );
}
