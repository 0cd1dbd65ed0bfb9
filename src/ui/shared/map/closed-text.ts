import type { ClosedRoad } from '@/contract/shared/closed-road';
import { momentText } from '../time';

/** What is closed, and until when. */
export function closedText({ note, opensAt }: Pick<ClosedRoad, 'note' | 'opensAt'>, zone: string): string {
  return opensAt === null ? note : `${note}, until ${momentText(opensAt, zone)}`;
}
