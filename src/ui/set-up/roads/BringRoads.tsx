import { Button, Checkbox, FileButton, TextInput } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { z } from 'zod';
import { type RoadsImport, roadsImport } from '@/contract/set-up/answers/roads';
import type { FieldProblem } from '@/contract/shared/problems';
import { errorText } from '../../messages/errors';
import { problemText } from '../../messages/problems';
import { ROAD_CLASS_WORDS } from '../../messages/roads';
import { ApiError, callApi, sendFile } from '../../shared/api';
import { useCompany } from '../use-company';
import css from './Roads.module.css';

const POLL_MS = 1000;

function said(problems: readonly FieldProblem[]): string {
  return problems.map((p) => problemText({ ...p, path: p.path === 'file' ? 'The file' : p.path })).join('; ');
}

/** A file of roads: sent, read by a worker, looked at, and kept under a name. */
export function BringRoads() {
  const [id, setId] = useState<string | null>(null);
  const send = useMutation({
    mutationFn: (file: File) =>
      sendFile(`/api/set-up/roads?name=${encodeURIComponent(file.name)}`, file, roadsImport),
    onSuccess: (opened) => setId(opened.id),
  });
  const { data, error } = useQuery({
    queryKey: ['roads', 'file', id],
    queryFn: () => callApi(`/api/set-up/roads/files/${id}`, roadsImport),
    enabled: id !== null,
    refetchInterval: (query) => (query.state.data?.status === 'checking' ? POLL_MS : false),
  });
  const problems =
    send.error instanceof ApiError ? ((send.error.facts.problems ?? []) as FieldProblem[]) : [];
  return (
    <>
      <FileButton
        key={id ?? 'none'}
        onChange={(file) => file && send.mutate(file)}
        accept=".osm,.xml,.pbf,.geojson,.json,.gz"
      >
        {(props) => (
          <Button {...props} size="xs" variant="default" loading={send.isPending}>
            Bring in a network …
          </Button>
        )}
      </FileButton>
      <p className="quiet">OpenStreetMap (XML or PBF) or lines of GeoJSON, up to 192 MB, packed or not.</p>
      {send.isPending && <p role="status">Sending …</p>}
      {send.error && (
        <p role="alert" className="bad">
          {problems.length > 0 ? said(problems) : errorText(send.error)}
        </p>
      )}
      {error && <p className="bad">{errorText(error)}</p>}
      {data?.status === 'checking' && (
        <p role="status">{data.fileName} is being read. You may leave this page meanwhile.</p>
      )}
      {data?.status === 'failed' && (
        <p role="alert" className="bad">
          {data.fileName} was not brought in. {said(data.problems)}.
        </p>
      )}
      {data?.status === 'checked' && <Keep opened={data} onDone={() => setId(null)} />}
    </>
  );
}

function Keep({ opened, onDone }: { readonly opened: RoadsImport; readonly onDone: () => void }) {
  const client = useQueryClient();
  const { homeZone } = useCompany();
  const [name, setName] = useState(
    opened.fileName.replace(/(\.(osm|xml|pbf|geojson|json|gz))+$/i, '').slice(0, 80) || 'Roads',
  );
  const [zone, setZone] = useState(homeZone);
  const [use, setUse] = useState(true);
  const keep = useMutation({
    mutationFn: () =>
      callApi(`/api/set-up/roads/files/${opened.id}`, z.object({ id: z.string() }), {
        method: 'POST',
        body: { name, zone, use },
      }),
    onSuccess: async () => {
      await client.invalidateQueries();
      notifications.show({ message: `The roads of ${name} are here.` });
      onDone();
    },
  });
  const problems =
    keep.error instanceof ApiError ? ((keep.error.facts.problems ?? []) as FieldProblem[]) : [];
  const wrong = (path: string): string | null => {
    const found = problems.find((p) => p.path === path);
    return found ? problemText(found) : null;
  };
  const { found } = opened;
  if (!found) return null;
  return (
    <div className={css.box}>
      <p>
        <b>{opened.fileName}</b>: {found.km.toLocaleString('en')} km of roads,{' '}
        {found.junctions.toLocaleString('en')} junctions.
      </p>
      <p className="quiet">
        {Object.entries(found.kmByClass)
          .sort(([, a], [, b]) => b - a)
          .map(
            ([c, km]) =>
              `${ROAD_CLASS_WORDS[c as keyof typeof ROAD_CLASS_WORDS] ?? c} ${km.toLocaleString('en')} km`,
          )
          .join(', ')}
      </p>
      {found.cutOff.roads > 0 && (
        <p className="bad">
          {found.cutOff.km.toLocaleString('en')} km in {found.cutOff.roads.toLocaleString('en')} roads cannot
          be reached from the rest, or not be left again: they are left out.
        </p>
      )}
      {found.missing > 0 && (
        <p className="quiet">
          {found.missing.toLocaleString('en')} points are named and not in the file, as at the edges of a
          cut-out.
        </p>
      )}
      <TextInput
        size="xs"
        label="Name"
        value={name}
        onChange={(e) => setName(e.currentTarget.value)}
        error={wrong('name')}
      />
      <TextInput
        size="xs"
        label="Zone by which its hours are meant"
        value={zone}
        onChange={(e) => setZone(e.currentTarget.value)}
        error={wrong('zone')}
      />
      <Checkbox
        label="drive on it from now on"
        checked={use}
        onChange={(e) => setUse(e.currentTarget.checked)}
      />
      {keep.error && problems.length === 0 && <p className="bad">{errorText(keep.error)}</p>}
      <div style={{ display: 'flex', gap: 8 }}>
        <Button size="xs" loading={keep.isPending} onClick={() => keep.mutate()}>
          Bring it in
        </Button>
        <Button size="xs" variant="default" onClick={onDone}>
          Leave it
        </Button>
      </div>
    </div>
  );
}
