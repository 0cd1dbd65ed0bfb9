import type { PairRule } from '@/core/index';
import { type Finder, type Found, grouped } from './look';

/** Rules that a playbook switches; the others hold whatever it says. */
const SWITCHED: readonly PairRule[] = ['territory', 'skills', 'persons', 'attributes'];

/** Work that would have somebody if one rule of the live playbook were not. */
export const PLAYBOOK_DOUBTS: readonly Finder[] = [
  (look) => {
    const byRule = grouped(look.stuck, (visit) => {
      const alone = [...look.reasons(visit).values()].filter((rules) => rules.length === 1).map((r) => r[0]!);
      return SWITCHED.find((rule) => alone.includes(rule)) ?? null;
    });
    const { id, name } = look.playbook;
    return [...byRule].map(
      ([rule, visits]): Found => ({
        code: 'playbook-nobody',
        step: 'playbook',
        object: null,
        id,
        title: name,
        facts: { rule },
        visits,
      }),
    );
  },
];
