import { Alert, Button, Group, Modal, MultiSelect, Radio, SegmentedControl, Stack } from '@mantine/core';
import { useDebouncedValue } from '@mantine/hooks';
import { notifications } from '@mantine/notifications';
import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { z } from 'zod';
import { type AcceptPreview, acceptPreview, type Take } from '@/contract/plan/accept';
import type { DraftRow } from '@/contract/plan/plan-view';
import { errorText } from '../../messages/errors';
import { changeText, priceText } from '../../messages/figures';
import { RULE_WORDS } from '../../messages/rules';
import { callApi } from '../../shared/api';
import { addDays, clock, dayCount, dayText } from '../../shared/time';
import { useOptions } from '../../shared/use-options';
import css from './Accept.module.css';

interface Props {
  readonly draft: Pick<
    DraftRow,
    'id' | 'name' | 'territoryIds' | 'territoryNames' | 'firstDate' | 'lastDate'
  >;
  readonly opened: boolean;
  readonly onClose: () => void;
  readonly onAccepted: (left: number) => void;
  /** The figures of the whole draft, shown while all of it is asked about. */
  readonly children?: React.ReactNode;
}

type By = 'all' | 'territory' | 'day' | 'person' | 'visit';
type Settled = Readonly<Record<string, 'live' | 'draft' | 'loose'>>;

const BY = [
  { value: 'all', label: 'all of it' },
  { value: 'territory', label: 'territories' },
  { value: 'day', label: 'days' },
  { value: 'person', label: 'people' },
  { value: 'visit', label: 'visits' },
];

function takeOf(by: By, chosen: readonly string[]): Take | null {
  if (by === 'all') return { by };
  if (chosen.length === 0) return null;
  return by === 'day' ? { by, dates: [...chosen] } : { by, ids: [...chosen] };
}

/** Accepts a draft, or part of it: what changes, who is told and what stands in the way is told before it is done. */
export function AcceptDialog({ draft, opened, onClose, onAccepted, children }: Props) {
  const client = useQueryClient();
  const [by, setBy] = useState<By>('all');
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const [conflicts, setConflicts] = useState<Settled>({});
  useEffect(() => {
    if (!opened) return;
    setBy('all');
    setChosen([]);
    setConflicts({});
  }, [opened]);
  const take = takeOf(by, chosen);
  const [body] = useDebouncedValue(take ? { take, conflicts } : null, 150);
  const preview = useQuery({
    queryKey: ['accept-preview', draft.id, body],
    queryFn: ({ signal }) =>
      callApi(`/api/drafts/${draft.id}/accept/preview`, acceptPreview, { method: 'POST', body, signal }),
    enabled: opened && body !== null,
    placeholderData: keepPreviousData,
    gcTime: 0,
  });
  const all = useQuery({
    queryKey: ['accept-preview', draft.id, 'visits'],
    queryFn: ({ signal }) =>
      callApi(`/api/drafts/${draft.id}/accept/preview`, acceptPreview, { method: 'POST', body: {}, signal }),
    enabled: opened && by === 'visit',
    gcTime: 0,
  });
  const accept = useMutation({
    mutationFn: () =>
      callApi(`/api/drafts/${draft.id}/accept`, z.object({ left: z.int() }), {
        method: 'POST',
        body: { take, conflicts },
      }),
    onSuccess: async ({ left }) => {
      // What it would do is asked no more: it is done.
      await client.invalidateQueries({ predicate: (q) => q.queryKey[0] !== 'accept-preview' });
      notifications.show({
        message:
          left === 0
            ? `${draft.name} is now the live plan.`
            : `Part of ${draft.name} is now in the live plan; ${left} of its changes are left.`,
      });
      onClose();
      onAccepted(left);
    },
  });
  const answer = take ? preview.data : undefined;
  const isReady =
    answer !== undefined &&
    !preview.isFetching &&
    answer.conflicts.length === 0 &&
    answer.broken.length === 0;
  return (
    <Modal
      opened={opened}
      onClose={onClose}
      title={`Accept ${draft.name}?`}
      size={1080}
      closeButtonProps={{ 'aria-label': 'Close' }}
    >
      <Stack gap="sm">
        <SegmentedControl
          aria-label="How much of it"
          data={BY}
          value={by}
          onChange={(v) => {
            setBy(v as By);
            setChosen([]);
            setConflicts({});
          }}
        />
        <div className={css.columns}>
          <div>
            {by === 'all' && children}
            {by !== 'all' && (
              <PartSelect
                by={by}
                draft={draft}
                chosen={chosen}
                onChange={setChosen}
                moved={all.data?.moved ?? []}
              />
            )}
          </div>
          <div>
            {preview.error && take && (
              <Alert color="grape" title="Nothing of it can be laid over" role="alert">
                {errorText(preview.error)}
              </Alert>
            )}
            {take && !answer && !preview.error && (
              <p className="quiet">Laying it over the live plan to see …</p>
            )}
            {answer && (
              <Preview
                answer={answer}
                isAsking={preview.isFetching}
                conflicts={conflicts}
                onSettle={setConflicts}
              />
            )}
          </div>
        </div>
        {accept.error && (
          <Alert color="grape" title="Not done" role="alert">
            {errorText(accept.error)}
          </Alert>
        )}
        <Group justify="flex-end" className="dialogFoot">
          <Button variant="default" onClick={onClose}>
            Cancel
          </Button>
          <Button disabled={!isReady} loading={accept.isPending} onClick={() => accept.mutate()}>
            {by === 'all' ? 'Make it the live plan' : 'Take this part'}
          </Button>
        </Group>
      </Stack>
    </Modal>
  );
}

interface PartProps {
  readonly by: Exclude<By, 'all'>;
  readonly draft: Props['draft'];
  readonly chosen: readonly string[];
  readonly onChange: (chosen: readonly string[]) => void;
  readonly moved: AcceptPreview['moved'];
}

const LABELS = { territory: 'Territories', day: 'Days', person: 'People', visit: 'Visits' } as const;

function PartSelect({ by, draft, chosen, onChange, moved }: PartProps) {
  const people = useOptions('technicians').options;
  const crews = useOptions('crews').options;
  const days = Array.from({ length: dayCount(draft.firstDate, draft.lastDate) }, (_, i) =>
    addDays(draft.firstDate, i),
  );
  const data = {
    territory: draft.territoryIds.map((value, i) => ({ value, label: draft.territoryNames[i] ?? value })),
    day: days.map((value) => ({ value, label: dayText(value) })),
    person: [...people, ...crews],
    visit: moved.map((v) => ({ value: v.visitId, label: `${v.label} ${v.what}` })),
  }[by];
  return (
    <MultiSelect
      label={LABELS[by]}
      data={data}
      value={[...chosen]}
      onChange={onChange}
      searchable
      comboboxProps={{ zIndex: 1300 }}
    />
  );
}

interface PreviewProps {
  readonly answer: AcceptPreview;
  readonly isAsking: boolean;
  readonly conflicts: Settled;
  readonly onSettle: (conflicts: Settled) => void;
}

const ZONE = Intl.DateTimeFormat().resolvedOptions().timeZone;

function placeText(seats: AcceptPreview['moved'][number]['from']): string {
  const [first] = seats;
  if (!first) return 'loose end';
  return `${seats.map((s) => s.person).join(' and ')}, ${dayText(first.date)} ${clock(first.startAt, ZONE)}`;
}

function Preview({ answer, isAsking, conflicts, onSettle }: PreviewProps) {
  const change = answer.priceAfter - answer.priceBefore;
  const along = new Set(answer.along);
  const count = answer.moved.length + answer.others;
  return (
    <div aria-busy={isAsking} className={isAsking ? css.asking : ''}>
      <p role="status">
        {count === 0
          ? 'It changes nothing: the live plan has it so already.'
          : `${count} ${count === 1 ? 'visit changes' : 'visits change'}`}
        {answer.others > 0 && ` (${answer.others} out of your sight)`}
        {count > 0 && ', '}
        {count > 0 && <b className={change <= 0 ? 'good' : 'bad'}>{changeText(change, priceText)}</b>}
        {answer.left > 0 && <span className="quiet"> · {answer.left} changes of the draft are left</span>}
      </p>
      {answer.along.length > 0 && (
        <p className={css.note}>
          {answer.along.length === 1 ? 'One comes along' : `${answer.along.length} come along`}, because they
          follow, or want the same person as, what you chose: half of a group is never taken.
        </p>
      )}
      {answer.conflicts.length > 0 && (
        <section aria-label="Moved meanwhile">
          <h3 className="bad">
            Moved in the live plan meanwhile: what becomes of {answer.conflicts.length === 1 ? 'it' : 'them'}?
          </h3>
          {answer.conflicts.map((c) => (
            <Radio.Group
              key={c.visitId}
              label={`${c.label} ${c.what}`}
              description={`live: ${placeText(c.from)} · draft: ${c.isOwn ? placeText(c.to) : 'does not know it'}`}
              value={conflicts[c.visitId] ?? ''}
              onChange={(v) => onSettle({ ...conflicts, [c.visitId]: v as 'live' })}
            >
              <Group gap="md" mt={4} mb={8}>
                <Radio value="live" label="keep live" />
                {c.isOwn && <Radio value="draft" label="take the draft’s" />}
                <Radio value="loose" label="leave it loose" />
              </Group>
            </Radio.Group>
          ))}
        </section>
      )}
      {Object.keys(conflicts).length > 0 && (
        <button type="button" className="link" onClick={() => onSettle({})}>
          ask again about what moved meanwhile
        </button>
      )}
      {answer.broken.length > 0 && (
        <section>
          <h3 className="bad">The plan as merged would break rules, so it cannot be taken so</h3>
          <ul>
            {answer.broken.slice(0, 8).map((b, i) => (
              <li key={i}>
                {RULE_WORDS[b.rule as keyof typeof RULE_WORDS]}:{' '}
                {[b.visit, b.person, b.date].filter(Boolean).join(', ')}
              </li>
            ))}
          </ul>
        </section>
      )}
      {answer.retimed.length > 0 && (
        <p className={css.note}>
          {answer.retimed.length} {answer.retimed.length === 1 ? 'other visit begins' : 'other visits begin'}{' '}
          at another time, since the day around {answer.retimed.length === 1 ? 'it' : 'them'} changes:{' '}
          {answer.retimed
            .slice(0, 5)
            .map((v) => `${v.label} ${placeText(v.to)}`)
            .join('; ')}
          {answer.retimed.length > 5 ? ' …' : ''}
        </p>
      )}
      {answer.told.length > 0 && (
        <p className={css.note}>
          Told:{' '}
          {answer.told
            .slice(0, 12)
            .map((t) => t.person)
            .join(', ')}
          {answer.told.length > 12 ? ` and ${answer.told.length - 12} more` : ''}
        </p>
      )}
      {answer.moved.length > 0 && (
        <section className={css.list} aria-label="Visits that change" tabIndex={0}>
          <table className="figures">
            <thead>
              <tr>
                <th scope="col">Visit</th>
                <th scope="col">Live now</th>
                <th scope="col">Then</th>
              </tr>
            </thead>
            <tbody>
              {answer.moved.slice(0, 300).map((v) => (
                <tr key={v.visitId}>
                  <td>
                    <b>{v.label}</b> {v.what}
                    {along.has(v.visitId) && <div className="quiet">comes along</div>}
                  </td>
                  <td>{placeText(v.from)}</td>
                  <td>{placeText(v.to)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      )}
    </div>
  );
}
