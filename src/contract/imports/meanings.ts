import { columnWords } from './column-words';
import { schemaOf, type Target } from './targets';

/** Letters and digits only: "Home latitude", "home_latitude" and "homeLatitude" are one. */
export function bareName(text: string): string {
  return text
    .normalize('NFKD')
    .replace(/[\u0300-\u036f]/g, '')
    .toLowerCase()
    .replace(/[^a-z0-9]/g, '');
}

/** Fields that a column can mean. */
export function fieldNames(target: Target): string[] {
  return ['id', ...Object.keys(schemaOf(target).shape)];
}

/** What each column most likely means: the field of its name, or of a word for it. A field is given once. */
export function guessMeanings(
  target: Target,
  columns: readonly string[],
  remembered: Readonly<Record<string, string>> = {},
): Record<string, string> {
  const fields = fieldNames(target);
  const byName = new Map<string, string>();
  for (const field of fields) {
    for (const word of [field, ...columnWords(field)])
      if (!byName.has(bareName(word))) byName.set(bareName(word), field);
  }
  const taken = new Set<string>();
  const out: Record<string, string> = {};
  for (const column of columns) {
    const known = remembered[column];
    const guess =
      known !== undefined && (known === '' || fields.includes(known))
        ? known
        : (byName.get(bareName(column)) ?? '');
    out[column] = guess !== '' && taken.has(guess) ? '' : guess;
    if (guess !== '') taken.add(guess);
  }
  return out;
}

/** By what files alike are known: their columns, whatever the order. */
export function signatureOf(columns: readonly string[]): string {
  return [...columns].map(bareName).sort().join(' ').slice(0, 78);
}
