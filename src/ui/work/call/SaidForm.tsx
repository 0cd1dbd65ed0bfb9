import { Group, NumberInput, Select, Stack, Textarea, TextInput } from '@mantine/core';
import { useDebouncedValue } from '@mantine/hooks';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { z } from 'zod';
import type { ObjectValue } from '@/contract/shared/object';
import { callApi } from '../../shared/api';
import { ZONES } from '../../shared/time';
import { useOptions } from '../../shared/use-options';
import type { Said } from './use-call';
import { useOne } from './use-call';

const PAUSE_MS = 200;
const listed = z.object({ rows: z.array(z.custom<ObjectValue>()) });

interface Props {
  readonly said: Said;
  readonly set: (change: Partial<Said>) => void;
  readonly problem: ObjectValue | undefined;
}

/** Who, where, what: the sentence of the call. What is left open comes from the kind of work. */
export function SaidForm({ said, set, problem }: Props) {
  const [words, setWords] = useState('');
  const [asked] = useDebouncedValue(words, PAUSE_MS);
  const sites = useOptions('sites', asked);
  const site = useOne('sites', said.siteId);
  const kinds = useOptions('job-kinds');
  const problems = useOptions('problem-kinds');
  const kind = useOne('job-kinds', said.jobKindId);
  const premises = ((kind?.premises as { depotId: string }[] | undefined) ?? []).map((p) => p.depotId);
  const depots = useOptions('depots');
  const assets = useQuery({
    queryKey: ['objects-assets', 'at', said.siteId],
    queryFn: () =>
      callApi(`/api/objects/assets?pageSize=200&siteId=${encodeURIComponent(said.siteId ?? '')}`, listed),
    enabled: said.siteId !== null,
  });
  const own = site ? [{ value: site.id, label: String(site.name) }] : [];
  return (
    <Stack gap={8}>
      <Group gap={8} grow>
        <TextInput
          size="xs"
          label="Caller"
          value={said.caller}
          maxLength={120}
          onChange={(e) => set({ caller: e.currentTarget.value })}
        />
        <TextInput
          size="xs"
          label="Call back"
          value={said.callBack}
          maxLength={120}
          onChange={(e) => set({ callBack: e.currentTarget.value })}
        />
      </Group>
      <Select
        size="xs"
        label="Site"
        placeholder="name or address"
        searchable
        data={sites.options.some((o) => o.value === said.siteId) ? sites.options : [...own, ...sites.options]}
        value={said.siteId}
        onChange={(siteId) => set({ siteId, assetId: null })}
        onSearchChange={setWords}
        filter={({ options }) => options}
        nothingFoundMessage="No site of this name"
        description={site ? String(site.address) : undefined}
        inputWrapperOrder={['label', 'input', 'description']}
      />
      {assets.data && assets.data.rows.length > 0 && (
        <Select
          size="xs"
          label="Asset"
          clearable
          placeholder="not said"
          data={assets.data.rows.map((a) => ({
            value: a.id,
            label: [a.name, a.model, a.serial].filter(Boolean).join(' '),
          }))}
          value={said.assetId}
          onChange={(assetId) => set({ assetId })}
        />
      )}
      <Select
        size="xs"
        label="Problem"
        clearable
        searchable
        placeholder="what is wrong"
        data={problems.options}
        value={said.problemKindId}
        onChange={(problemKindId) => set({ problemKindId, jobKindId: null })}
      />
      {problem && (
        <p className="quiet">
          {problem.ask ? `Ask: ${String(problem.ask)} ` : ''}
          {problem.advice ? `May help at once: ${String(problem.advice)}` : ''}
        </p>
      )}
      <Select
        size="xs"
        label="Job kind"
        searchable
        placeholder="what is to be done"
        data={kinds.options}
        value={said.jobKindId}
        onChange={(jobKindId) => set({ jobKindId, premisesId: null })}
      />
      {premises.length > 0 && (
        <Select
          size="xs"
          label="At our premises"
          clearable
          placeholder="the nearest"
          data={depots.options.filter((d) => premises.includes(d.value))}
          value={said.premisesId}
          onChange={(premisesId) => set({ premisesId })}
        />
      )}
      <Group gap={8} grow>
        <NumberInput
          size="xs"
          label="Takes, minutes"
          placeholder={kind ? String(kind.durationMin) : ''}
          min={1}
          max={14_400}
          value={said.durationMin ?? ''}
          onChange={(v) => set({ durationMin: v === '' ? null : Number(v) })}
        />
        <NumberInput
          size="xs"
          label="Priority"
          placeholder={kind ? String(kind.priority) : ''}
          min={1}
          max={5}
          value={said.priority ?? ''}
          onChange={(v) => set({ priority: v === '' ? null : Number(v) })}
        />
      </Group>
      <Group gap={8} grow>
        <NumberInput
          size="xs"
          label="Further visits"
          min={0}
          max={9}
          value={said.furtherVisits}
          onChange={(v) => set({ furtherVisits: Number(v) || 0 })}
        />
        {said.furtherVisits > 0 && (
          <NumberInput
            size="xs"
            label="Each after, days"
            min={0}
            max={365}
            value={said.daysBetween}
            onChange={(v) => set({ daysBetween: Number(v) || 0 })}
          />
        )}
      </Group>
      {said.furtherVisits > 0 && (
        <p className="quiet">
          The time below is for the first; the others are loose ends that wait for the one before them.
        </p>
      )}
      <Textarea
        size="xs"
        label="What they say"
        autosize
        minRows={2}
        maxLength={4000}
        value={said.notes}
        onChange={(e) => set({ notes: e.currentTarget.value })}
      />
      <Select
        size="xs"
        label="Their clock"
        clearable
        searchable
        limit={60}
        placeholder="that of the site"
        data={[...ZONES]}
        value={said.zone}
        onChange={(zone) => set({ zone })}
      />
    </Stack>
  );
}
