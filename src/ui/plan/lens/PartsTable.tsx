import type { Parts } from '@/core/index';
import { OBJECTIVE_WORDS, priceText, tellingMeasures, totalOf } from '../../messages/figures';
import css from './Lens.module.css';

/** Amount and price of each measure that is not nothing, and their sum. */
export function PartsTable({ parts, sum }: { readonly parts: Parts; readonly sum: string }) {
  const shown = tellingMeasures(parts).filter((o) => parts[o].amount !== 0);
  return (
    <table className={css.parts}>
      <tbody>
        {shown.map((o) => (
          <tr key={o}>
            <td>{OBJECTIVE_WORDS[o].name}</td>
            <td>{OBJECTIVE_WORDS[o].amount(parts[o].amount)}</td>
            <td>{priceText(parts[o].price)}</td>
          </tr>
        ))}
        <tr>
          <td>{sum}</td>
          <td />
          <td>{priceText(totalOf(parts))}</td>
        </tr>
      </tbody>
    </table>
  );
}
