import { AxeBuilder } from '@axe-core/playwright';
import { expect } from '@playwright/test';

/** WCAG 2.2 A and AA, by axe-core. */
export async function expectAccessible(page: import('@playwright/test').Page, name: string): Promise<void> {
  const { violations } = await new AxeBuilder({ page })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'])
    .analyze();
  const told = violations.map(
    (v) =>
      `${v.id}: ${v.nodes
        .map((n) => n.target.join(' '))
        .slice(0, 4)
        .join(' | ')}`,
  );
  // All screens are looked at before the test fails: what is wrong is seldom wrong on one alone.
  expect.soft(told, name).toEqual([]);
}
