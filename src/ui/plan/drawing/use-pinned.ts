import { useLocalStorage } from '@mantine/hooks';

/** Whether the lens stands beside the plan, or over it. */
export function usePinned(): readonly [boolean, (isPinned: boolean) => void] {
  const [isPinned, setPinned] = useLocalStorage({ key: 'lime-lens-pinned', defaultValue: true });
  return [isPinned, setPinned];
}
