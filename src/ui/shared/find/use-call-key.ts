import { useHotkeys } from '@mantine/hooks';
import { usePathname, useRouter } from 'next/navigation';

const PAGES: readonly (readonly [path: RegExp, name: string])[] = [
  [/^\/set-up\/sites\/([^/]+)$/, 'site'],
  [/^\/set-up\/job-kinds\/([^/]+)$/, 'kind'],
  [/^\/work\/assets\/([^/]+)$/, 'asset'],
  [/^\/work\/requests\/([^/]+)$/, 'request'],
  [/^\/work\/orders\/([^/]+)$/, 'like'],
];

/** What is on screen, as the beginning of a call about it: "site=…". */
export function callFrom(path: string, search: string): string {
  const selected = new URLSearchParams(search).get('selected');
  if (selected?.startsWith('visit:')) return `of=${encodeURIComponent(selected.slice(6).split('/')[0]!)}`;
  for (const [pattern, name] of PAGES) {
    const id = pattern.exec(path)?.[1];
    if (id && id !== 'new') return `${name}=${id}`;
  }
  return '';
}

/** From anywhere, "c" begins a call with what is on screen filled in. */
export function useCallKey(): void {
  const router = useRouter();
  const path = usePathname();
  useHotkeys([
    [
      'c',
      () => {
        const begin = callFrom(path, window.location.search);
        router.push(`/work/call${begin === '' ? '' : `?${begin}`}`);
      },
    ],
  ]);
}
