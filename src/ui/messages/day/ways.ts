import type { Way } from '@/contract/day/ways';
import { clock } from '../../shared/time';
import { changeText, durationText, priceText } from '../figures';

const lateText = ({ lateSec }: Way['moves'][number]): string =>
  lateSec > 0 ? `, ${durationText(lateSec)} late` : '';

/** A way out of what goes wrong in a day, in a few words, with its price. */
export function wayText(way: Way, zone: string): string {
  const [first, ...rest] = way.moves;
  // That a loose end finds a place is no merit of this way or that; that one more has none costs what it costs.
  const counted = way.loose > 0 || way.kind === 'rest' ? way.wholePrice : way.price;
  const price = changeText(counted, priceText);
  const pushed = way.pushed.length === 0 ? '' : `, ${way.pushed.length} at another time for it`;
  const loose = way.loose > 0 ? `, ${way.loose} without a place` : '';
  const at = (m: Way['moves'][number]): string => (m.startAt === null ? '' : ` ${clock(m.startAt, zone)}`);
  if (way.kind === 'give' && first)
    return `Give to ${first.with},${at(first)}${lateText(first)}${pushed}, ${price}`;
  if (way.kind === 'fill' && first) return `${first.label} ${first.site},${at(first)}${pushed}, ${price}`;
  if ((way.kind === 'room' || way.kind === 'swap') && first) {
    const others = rest.map((m) =>
      m.with === null
        ? `${m.label} comes off the day`
        : `${m.label} goes to ${m.with},${at(m)}${lateText(m)}`,
    );
    return `${way.kind === 'swap' ? 'Swap: to' : 'To'} ${first.with},${at(first)}${lateText(first)}; ${others.join('; ')}${pushed}, ${price}`;
  }
  if (way.kind === 'break' && way.breakAt !== null)
    return `Break at ${clock(way.breakAt, zone)} instead${pushed}, ${price}`;
  if (way.kind === 'spread') {
    const placed = way.moves.filter((m) => m.with !== null);
    const names = [...new Set(placed.map((m) => m.with))];
    if (placed.length === 0) return `Take ${way.moves.length} off the day${loose}${pushed}, ${price}`;
    return `Give ${placed.length} to ${names.join(', ')}${loose}${pushed}, ${price}`;
  }
  const found = way.loose < 0 ? `, ${-way.loose} loose ends find a place` : loose;
  return `Move ${way.moves.length}${pushed}${found}, ${price}`;
}
