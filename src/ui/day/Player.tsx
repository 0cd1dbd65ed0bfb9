import { Button, NativeSelect, NumberInput } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import {
  IconPlayerPause,
  IconPlayerPlay,
  IconPlayerSkipForward,
  IconPlayerTrackPrev,
} from '@tabler/icons-react';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import type { DayView } from '@/contract/day/day-view';
import { PACES, type PlayerAsk, playerView } from '@/contract/day/player';
import { errorText } from '../messages/errors';
import { callApi } from '../shared/api';
import css from './Day.module.css';

/** The demo's day, played: in the place of people with phones, by a seed. */
export function Player({ player }: { readonly player: NonNullable<DayView['player']> }) {
  const client = useQueryClient();
  const [pace, setPace] = useState(player.pace || 60);
  const [seed, setSeed] = useState(player.seed);
  const steer = useMutation({
    mutationFn: (ask: PlayerAsk) => callApi('/api/day/player', playerView, { method: 'POST', body: ask }),
    onError: (cause) => notifications.show({ title: 'Not done', message: errorText(cause), color: 'grape' }),
    onSettled: () => client.invalidateQueries(),
  });
  const isPlaying = player.pace > 0;
  return (
    <section className={css.player} aria-label="Day player">
      <span className="quiet">Day player</span>
      <Button
        size="compact-xs"
        variant="default"
        leftSection={isPlaying ? <IconPlayerPause size={13} /> : <IconPlayerPlay size={13} />}
        disabled={steer.isPending}
        onClick={() => steer.mutate(isPlaying ? { do: 'pause' } : { do: 'play', pace })}
      >
        {isPlaying ? 'Pause' : 'Play'}
      </Button>
      <NativeSelect
        size="xs"
        aria-label="How fast"
        value={String(isPlaying ? player.pace : pace)}
        data={PACES.map((p) => ({ value: String(p), label: `${p} times` }))}
        onChange={(e) => {
          const next = Number(e.currentTarget.value);
          setPace(next);
          if (isPlaying) steer.mutate({ do: 'play', pace: next });
        }}
      />
      <Button
        size="compact-xs"
        variant="default"
        leftSection={<IconPlayerSkipForward size={13} />}
        disabled={steer.isPending || isPlaying}
        onClick={() => steer.mutate({ do: 'step' })}
      >
        Step
      </Button>
      <Button
        size="compact-xs"
        variant="default"
        leftSection={<IconPlayerTrackPrev size={13} />}
        disabled={steer.isPending}
        title="Takes back what the field reported of this day"
        onClick={() => steer.mutate({ do: 'begin', seed, pace: isPlaying ? player.pace : 0 })}
      >
        From 06:00
      </Button>
      <NumberInput
        size="xs"
        w={64}
        aria-label="Seed"
        value={seed}
        min={1}
        max={1_000_000}
        hideControls
        onChange={(v) => setSeed(Math.max(1, Number(v) || 1))}
      />
    </section>
  );
}
