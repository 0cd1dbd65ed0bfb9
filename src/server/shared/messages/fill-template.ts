import type { MESSAGE_WORDS } from '@/contract/work/messages';
import { clockIn, dayIn } from './say-times';

/** What stands for the words in braces. */
export type Filling = Readonly<Record<(typeof MESSAGE_WORDS)[number], string>>;

/** A template with its words filled in. Words that it does not have stay as they are written. */
export function fillTemplate(text: string, filling: Filling): string {
  return text.replaceAll(/\{([a-z]+)\}/g, (all, word: string) => filling[word as keyof Filling] ?? all);
}

/** The words for times, in the language and zone of whoever reads them. */
export function timesFilling(
  { startAt, endAt }: { readonly startAt: number | null; readonly endAt: number | null },
  zone: string,
  language: string,
): Pick<Filling, 'day' | 'from' | 'to'> {
  if (startAt === null || endAt === null) return { day: '–', from: '–', to: '–' };
  return {
    day: dayIn(startAt, zone, language),
    from: clockIn(startAt, zone, language),
    to: clockIn(endAt, zone, language),
  };
}
