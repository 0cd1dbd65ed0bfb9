import { type QueryClient, useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { type LiveEvent, liveEvent } from '@/contract/live-event';

/** What is shown of each kind of thing that can change, by the first word of the keys under which it is kept. */
function keysOf(object: string): readonly string[] {
  if (object === 'live-visits' || object === 'live-days')
    return [
      'plan',
      'plan-visit',
      'plan-person',
      'plan-measure',
      'legs',
      'compare',
      'path',
      'tried',
      'day',
      'own-day',
      'ways',
    ];
  if (object === 'drafts') return ['drafts', 'runs', 'plan'];
  if (object === 'field') return ['day', 'own-day', 'work'];
  // A setting can change what every plan comes to.
  return [
    'plan',
    'plan-visit',
    'plan-person',
    'plan-measure',
    'legs',
    'compare',
    'path',
    'tried',
    'day',
    'own-day',
    `objects-${object}`,
  ];
}

function take(client: QueryClient, event: LiveEvent): void {
  if (event.kind === 'run') {
    client.setQueryData(['run', event.run.id], event.run);
    void client.invalidateQueries({ queryKey: ['runs'] });
    return;
  }
  if (event.objects.includes('everything')) return void client.invalidateQueries();
  const keys = new Set(event.objects.flatMap(keysOf));
  if (event.own) keys.add('commands');
  for (const key of keys) void client.invalidateQueries({ queryKey: [key] });
}

/** Longest a burst of events is gathered before anything is fetched again, ms. */
const GATHER_MS = 250;

/** Listens to what changes on the server, and refreshes what is on screen of it. */
export function useLiveEvents(): void {
  const client = useQueryClient();
  useEffect(() => {
    const source = new EventSource('/api/events');
    let waiting: LiveEvent[] = [];
    let timer: ReturnType<typeof setTimeout> | null = null;
    const flush = (): void => {
      timer = null;
      const events = waiting;
      waiting = [];
      const changed = events.filter((e) => e.kind === 'changed');
      for (const run of events.filter((e) => e.kind === 'run')) take(client, run);
      if (changed.length > 0) {
        const objects = [...new Set(changed.flatMap((e) => e.objects))];
        take(client, { kind: 'changed', objects, own: changed.some((e) => e.own) });
      }
    };
    source.onmessage = ({ data }: MessageEvent<string>) => {
      const read = liveEvent.safeParse(JSON.parse(data));
      if (!read.success) return;
      waiting.push(read.data);
      timer ??= setTimeout(flush, GATHER_MS);
    };
    return () => {
      source.close();
      if (timer) clearTimeout(timer);
    };
  }, [client]);
}
