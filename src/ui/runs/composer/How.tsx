import { Checkbox, Group, NumberInput, Radio, Select, Stack } from '@mantine/core';
import { MinutesPlain, NumberPlain } from '../../shared/words/plain-words';
import type { AskDraft } from './use-ask';

interface Props {
  readonly ask: AskDraft;
  readonly set: (change: Partial<AskDraft>) => void;
  readonly wrong: (path: string) => string | null;
  readonly drafts: readonly { readonly value: string; readonly label: string }[];
}

/** What may move, what is held, and from where it begins. */
export function WhatMoves({ ask, set, drafts }: Omit<Props, 'wrong'>) {
  return (
    <>
      <Radio.Group
        label="What may move"
        value={ask.mayMove}
        onChange={(v) => set({ mayMove: v as AskDraft['mayMove'] })}
      >
        <Stack gap={6} mt={4}>
          <Radio value="all" label="Everything that is not tied" />
          <Radio value="loose" label="Only loose ends; published visits stay where they are" />
        </Stack>
      </Radio.Group>
      <div>
        What begins within{' '}
        <MinutesPlain
          label="Held minutes"
          value={ask.holdMin}
          none="what the company says"
          max={10_080}
          onChange={(holdMin) => set({ holdMin })}
        />{' '}
        stays; a change against the live plan costs{' '}
        <NumberPlain
          label="Stability"
          value={ask.stability}
          decimals={1}
          max={100}
          say={(v) => (v === 1 ? 'what the playbook says' : v === 0 ? 'nothing' : `${v} times that`)}
          onChange={(v) => set({ stability: v ?? 1 })}
        />
      </div>
      <Checkbox
        label="Change little: repair only what is near the loose ends"
        checked={ask.repair}
        onChange={(e) => set({ repair: e.currentTarget.checked })}
      />
      <Select
        label="Begin from"
        data={[{ value: '', label: 'the live plan' }, ...drafts]}
        value={ask.fromDraftId ?? ''}
        onChange={(v) => set({ fromDraftId: v || null })}
        allowDeselect={false}
        comboboxProps={{ zIndex: 1300 }}
      />
    </>
  );
}

const KINDS = [
  { value: 'seconds', label: 'so many seconds' },
  { value: 'calm', label: 'until nothing better comes' },
  { value: 'iterations', label: 'so many iterations' },
];

/** How long it searches, and with what. */
export function HowLong({ ask, set, wrong }: Omit<Props, 'drafts'>) {
  const { budget } = ask;
  const setBudget = (change: Partial<typeof budget>): void => set({ budget: { ...budget, ...change } });
  const number = (label: string, key: 'seconds' | 'most' | 'iterations') => (
    <NumberInput
      label={label}
      value={budget[key]}
      onChange={(v) => setBudget({ [key]: v })}
      clampBehavior="none"
      allowDecimal={false}
      error={wrong(`budget.${key}`)}
      w={170}
    />
  );
  return (
    <Group align="start" gap="md">
      <Select
        label="Search"
        data={KINDS}
        value={budget.kind}
        onChange={(kind) => setBudget({ kind: (kind ?? 'seconds') as typeof budget.kind })}
        allowDeselect={false}
        w={210}
        comboboxProps={{ zIndex: 1300 }}
      />
      {budget.kind === 'seconds' && number('Seconds to search', 'seconds')}
      {budget.kind === 'calm' && (
        <>
          {number('Seconds of calm', 'seconds')}
          {number('Seconds at most', 'most')}
        </>
      )}
      {budget.kind === 'iterations' && number('Iterations', 'iterations')}
      <NumberInput
        label="Seed"
        placeholder="drawn"
        value={ask.seed ?? ''}
        onChange={(v) => set({ seed: v === '' ? null : Number(v) })}
        clampBehavior="none"
        allowDecimal={false}
        error={wrong('seed')}
        w={110}
      />
      <Select
        label="Threads"
        data={[
          { value: '', label: 'as many as help' },
          ...['1', '2', '3', '4'].map((value) => ({ value, label: value })),
        ]}
        value={ask.threads === null ? '' : String(ask.threads)}
        onChange={(v) => set({ threads: v ? Number(v) : null })}
        allowDeselect={false}
        w={175}
        comboboxProps={{ zIndex: 1300 }}
      />
    </Group>
  );
}
