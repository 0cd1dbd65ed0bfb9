import Papa from 'papaparse';
import type { Compared } from '@/contract/plan/compare';
import { placeText } from './Differing';
import { compareLines } from './measures';

/** The comparison as CSV: figures of every plan, then the visits that differ. Cells cannot be taken for formulas. */
export function compareCsv(answer: Compared, zone: string): string {
  const head = ['', ...answer.plans.map((p) => p.name)];
  const figures = compareLines(answer).map((l) => [l.name, ...answer.plans.map((p) => l.text(l.value(p)))]);
  const visits = answer.differing.map((d) => [
    `${d.label} ${d.what}`,
    ...d.at.map((seats) => placeText(seats, zone)),
  ]);
  return Papa.unparse(
    [head, ...figures, [], ['Visits that differ', ...answer.plans.map(() => '')], ...visits],
    {
      escapeFormulae: true,
      newline: '\r\n',
    },
  );
}

export function download(name: string, text: string, type: string): void {
  const address = URL.createObjectURL(new Blob([text], { type }));
  const link = document.createElement('a');
  link.href = address;
  link.download = name;
  link.click();
  URL.revokeObjectURL(address);
}
