import type { OwnDay } from '@/contract/day/own-day';
import css from './Field.module.css';

/** What has changed of the day since its person saw it; saying that it was seen accepts it. */
export function News({ day, onSeen }: { readonly day: OwnDay; readonly onSeen: () => void }) {
  const { news } = day;
  if (!news || !day.maySpeak) return null;
  const some = [
    news.fresh.length > 0 && `${news.fresh.length} new`,
    news.moved.length > 0 && `${news.moved.length} at another time`,
    news.gone.length > 0 && `gone: ${news.gone.join(', ')}`,
  ].filter((s) => s !== false);
  return (
    <p className={css.pause} role="status">
      {news.isFirst ? `Your day: ${day.stops.length} visits. ` : `Your day has changed: ${some.join(', ')}. `}
      <button type="button" className={css.small} onClick={onSeen}>
        {news.isFirst ? 'Accept' : 'I have seen it'}
      </button>
    </p>
  );
}
