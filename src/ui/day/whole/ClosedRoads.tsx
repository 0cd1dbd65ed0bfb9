import { Button, Modal, NumberInput, TextInput } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import type { DayView } from '@/contract/day/day-view';
import type { ClosedRoad } from '@/contract/shared/closed-road';
import { errorText } from '../../messages/errors';
import { callApi, done } from '../../shared/api';
import { closedText } from '../../shared/map/closed-text';
import { instantToLocal, localToInstant } from '../../shared/time';
import css from '../Day.module.css';

const ClosedMap = dynamic(() => import('./ClosedMap'), { ssr: false });

/** Closes and opens roads; whoever drives there goes another way from then on, in every plan, until they are open again. */
export function ClosedRoads({ day }: { readonly day: DayView }) {
  const client = useQueryClient();
  const [isOpen, setOpen] = useState(false);
  const open = useMutation({
    mutationFn: ({ id, version }: ClosedRoad) =>
      callApi(`/api/objects/closures/${encodeURIComponent(id)}`, done, {
        method: 'PATCH',
        body: { version, archived: true },
      }),
    onError: (cause) => notifications.show({ title: 'Not done', message: errorText(cause), color: 'grape' }),
    onSettled: () => client.invalidateQueries(),
  });
  if (day.closed === null || !day.territories.some((t) => t.mayChange)) return null;
  return (
    <>
      <Button size="compact-sm" variant="subtle" color="gray" onClick={() => setOpen(true)}>
        A road is closed …
      </Button>
      {day.closed.length > 0 && (
        <ul className={css.closed} aria-label="Closed roads">
          {day.closed.map((c) => (
            <li key={c.id}>
              Closed: {closedText(c, day.zone)}{' '}
              <button type="button" className="link" disabled={open.isPending} onClick={() => open.mutate(c)}>
                Open again
              </button>
            </li>
          ))}
        </ul>
      )}
      <Modal
        opened={isOpen}
        onClose={() => setOpen(false)}
        title="Where nobody gets through"
        size="lg"
        closeButtonProps={{ 'aria-label': 'Back to the day' }}
      >
        <CloseOne day={day} onDone={() => setOpen(false)} />
      </Modal>
    </>
  );
}

interface CloseProps {
  readonly day: DayView;
  readonly onDone: () => void;
}

function CloseOne({ day, onDone }: CloseProps) {
  const client = useQueryClient();
  const [lat, setLat] = useState<number | null>(null);
  const [lon, setLon] = useState<number | null>(null);
  const [radiusM, setRadius] = useState(100);
  const [note, setNote] = useState('');
  const [opensAt, setOpensAt] = useState('');
  const close = useMutation({
    mutationFn: () =>
      callApi('/api/objects/closures', done, {
        method: 'POST',
        body: {
          value: {
            lat,
            lon,
            radiusM,
            note: note.trim(),
            opensAt: opensAt === '' ? null : localToInstant(opensAt.replace('T', ' '), day.zone),
          },
        },
      }),
    onSuccess: onDone,
    onSettled: () => client.invalidateQueries(),
  });
  const numberOf = (v: string | number): number | null => (v === '' ? null : Number(v));
  const isReady = lat !== null && lon !== null && note.trim() !== '';
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        if (isReady) close.mutate();
      }}
    >
      <p className="quiet">
        Click the spot on the map. Every road that comes so near to it is closed in every plan, until it is
        opened again or the time that you give.
      </p>
      <ClosedMap
        closed={day.closed ?? []}
        zone={day.zone}
        spot={lat === null || lon === null ? null : { lat, lon, radiusM }}
        onPick={(at) => {
          setLat(at.lat);
          setLon(at.lon);
        }}
      />
      <div className={css.spot}>
        <TextInput
          size="xs"
          label="What it is"
          placeholder="The bridge at the mill"
          maxLength={80}
          value={note}
          onChange={(e) => setNote(e.currentTarget.value)}
        />
        <NumberInput
          size="xs"
          label="Within"
          suffix=" m"
          min={10}
          max={5000}
          step={50}
          value={radiusM}
          onChange={(v) => setRadius(Math.min(5000, Math.max(10, Math.round(Number(v)) || 100)))}
        />
        <TextInput
          type="datetime-local"
          size="xs"
          label="Open again, if known"
          min={instantToLocal(day.now, day.zone).slice(0, 16).replace(' ', 'T')}
          value={opensAt}
          onChange={(e) => setOpensAt(e.currentTarget.value)}
        />
        <NumberInput
          size="xs"
          label="Latitude"
          min={-90}
          max={90}
          hideControls
          value={lat ?? ''}
          onChange={(v) => setLat(numberOf(v))}
        />
        <NumberInput
          size="xs"
          label="Longitude"
          min={-180}
          max={180}
          hideControls
          value={lon ?? ''}
          onChange={(v) => setLon(numberOf(v))}
        />
      </div>
      {close.error && (
        <p className="bad" role="alert">
          {errorText(close.error)}
        </p>
      )}
      <Button type="submit" size="compact-sm" disabled={!isReady} loading={close.isPending}>
        Close it
      </Button>
    </form>
  );
}
