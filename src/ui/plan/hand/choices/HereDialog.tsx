import { Button, Modal, SegmentedControl, Select, Stack, TextInput } from '@mantine/core';
import { useDebouncedValue } from '@mantine/hooks';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { PlanView } from '@/contract/plan/plan-view';
import { errorText } from '../../../messages/errors';
import { changeText, durationText, priceText } from '../../../messages/figures';
import { clock, momentText } from '../../../shared/time';
import { useOptions } from '../../../shared/use-options';
import type { Aim } from '../grip';
import css from '../Hand.module.css';
import type { Hand } from '../use-hand';

const WEEK_SEC = 7 * 86_400;
const PAUSE_MS = 200;
const MOST_SHOWN = 30;

interface Props {
  readonly at: Aim | null;
  readonly hand: Hand;
  readonly view: PlanView;
  readonly onClose: () => void;
}

/** Something for an empty stretch of a cord: a loose end that fits there, or a visit that did not exist yet. */
export function HereDialog({ at, hand, view, onClose }: Props) {
  const [kind, setKind] = useState<'loose' | 'new'>('loose');
  const person = view.people.find((p) => p.id === at?.personId);
  return (
    <Modal
      opened={at !== null}
      onClose={onClose}
      title={at && person ? `${person.name}, ${momentText(at.at, view.zone)}` : ''}
      closeButtonProps={{ 'aria-label': 'Close' }}
    >
      {at && (
        <Stack gap={10}>
          <SegmentedControl
            size="xs"
            aria-label="What to put here"
            data={[
              { value: 'loose', label: 'A loose end' },
              { value: 'new', label: 'A new visit' },
            ]}
            value={kind}
            onChange={(v) => setKind(v as 'loose' | 'new')}
          />
          {kind === 'loose' ? (
            <FromLoose at={at} hand={hand} view={view} onClose={onClose} />
          ) : (
            <FromNothing at={at} hand={hand} view={view} onClose={onClose} />
          )}
        </Stack>
      )}
    </Modal>
  );
}

type PartProps = Props & { readonly at: Aim };

function FromLoose({ at, hand, view, onClose }: PartProps) {
  const [words, setWords] = useState('');
  const { data, error } = useQuery({
    queryKey: ['here', hand.board, at.shiftId, at.at],
    queryFn: () => hand.here({ shiftId: at.shiftId, fromAt: at.at }, view.looseIds),
    staleTime: 60_000,
  });
  const rows = (data ?? []).flatMap((here) => {
    const visit = view.visits.find((v) => v.id === here.visitId);
    const text = `${visit?.label} ${visit?.jobKind} ${visit?.site}`.toLowerCase();
    return visit && text.includes(words.trim().toLowerCase()) ? [{ here, visit }] : [];
  });
  return (
    <>
      <TextInput
        size="xs"
        aria-label="Search what fits here"
        placeholder="number, job kind or site"
        value={words}
        onChange={(e) => setWords(e.currentTarget.value)}
        data-autofocus
      />
      {error && <p className="bad">{errorText(error)}</p>}
      {!data && !error && <p className="quiet">Trying every loose end here …</p>}
      {data && rows.length === 0 && <p className="quiet">No loose end keeps the rules here.</p>}
      <ul className={css.fits} aria-label="What fits here">
        {rows.slice(0, MOST_SHOWN).map(({ here, visit }, i) => (
          <li key={here.visitId}>
            <div className={css.wayHead}>
              <span>
                <b>{visit.jobKind}</b> {visit.label}, {clock(here.startAt, view.zone)}
              </span>
              <b className={here.price > 0 ? 'bad' : 'good'}>{changeText(here.price, priceText)}</b>
            </div>
            <div className="quiet">
              {visit.site}, {durationText((visit.durationMin ?? 0) * 60)}
              {here.pushed > 0 && `, ${here.pushed} pushed later`}
            </div>
            <Button
              size="compact-xs"
              variant={i === 0 ? 'filled' : 'default'}
              onClick={() => {
                onClose();
                void hand.make({ visits: [{ visitId: here.visitId, seats: here.seats }] }, 'place');
              }}
            >
              Put it here
            </Button>
          </li>
        ))}
      </ul>
    </>
  );
}

function FromNothing({ at, hand, view, onClose }: PartProps) {
  const [siteWords, setSiteWords] = useState('');
  const [asked] = useDebouncedValue(siteWords, PAUSE_MS);
  const [siteId, setSite] = useState<string | null>(null);
  const [jobKindId, setKind] = useState<string | null>(null);
  const [summary, setSummary] = useState('');
  const [isBusy, setBusy] = useState(false);
  const sites = useOptions('sites', asked);
  const kinds = useOptions('job-kinds');
  const make = async (): Promise<void> => {
    if (!siteId || !jobKindId) return;
    setBusy(true);
    const iso = (sec: number): string => new Date(sec * 1000).toISOString();
    const made = await hand.onVisits.create({
      siteId,
      jobKindId,
      summary: summary.trim(),
      earliestAt: iso(Math.min(at.at, view.now)),
      dueAt: iso(at.at + WEEK_SEC),
    });
    setBusy(false);
    const [visitId] = made ?? [];
    if (visitId === undefined) return;
    onClose();
    void hand.make({ visits: [{ visitId, seats: [{ shiftId: at.shiftId, fromAt: at.at }] }] }, 'place');
  };
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        void make();
      }}
    >
      <Stack gap={8}>
        <Select
          size="xs"
          label="Site"
          placeholder="search by name"
          searchable
          required
          data={sites.options}
          value={siteId}
          onChange={setSite}
          searchValue={siteWords}
          onSearchChange={setSiteWords}
          filter={({ options }) => options}
          nothingFoundMessage="No site of this name"
          comboboxProps={{ zIndex: 1300 }}
        />
        <Select
          size="xs"
          label="Job kind"
          searchable
          required
          data={kinds.options}
          value={jobKindId}
          onChange={setKind}
          comboboxProps={{ zIndex: 1300 }}
        />
        <TextInput
          size="xs"
          label="What is to be done"
          placeholder="as the job kind says"
          maxLength={200}
          value={summary}
          onChange={(e) => setSummary(e.currentTarget.value)}
        />
        <p className="quiet">It takes as long as its kind says, and is due in a week.</p>
        <Button type="submit" size="compact-sm" loading={isBusy} disabled={!siteId || !jobKindId}>
          Make it and put it here
        </Button>
      </Stack>
    </form>
  );
}
