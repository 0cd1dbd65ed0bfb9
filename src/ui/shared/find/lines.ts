import type { Found } from '@/contract/shared/find';

/** A line of what was found. */
export interface Line {
  readonly key: string;
  readonly kind: string;
  readonly title: string;
  readonly detail: string;
  readonly href: string;
}

/** Where what was found opens: a planned visit on its day, a loose end on the plan as it stands. */
export function hrefOf({ kind, id, territoryId, date }: Found): string {
  if (kind === 'site') return `/set-up/sites/${encodeURIComponent(id)}`;
  const query = new URLSearchParams();
  if (territoryId) query.set('territories', territoryId);
  if (date) query.set('from', date);
  query.set('selected', `${kind}:${id}`);
  return `/plan?${query.toString()}`;
}

/** Desks whose names have what was typed. */
export function desksFor(
  text: string,
  desks: readonly { readonly id: string; readonly name: string }[],
): Line[] {
  const words = text.trim().toLowerCase();
  if (words.length < 2) return [];
  return desks
    .filter((d) => d.name.toLowerCase().includes(words))
    .map((d) => ({
      key: `desk ${d.id}`,
      kind: 'desk',
      title: d.name,
      detail: '',
      href: `/plan?desk=${encodeURIComponent(d.id)}`,
    }));
}

const COMMANDS: readonly { readonly words: string; readonly title: string; readonly href: string }[] = [
  { words: 'optimize run search', title: 'Optimize …', href: '/plan?optimize=' },
  { words: 'drafts runs templates timetable', title: 'Drafts and runs', href: '/plan/drafts' },
  { words: 'promise a time call book phone', title: 'Promise a time', href: '/work/call' },
  { words: 'work orders list', title: 'Work orders', href: '/work' },
  { words: 'requests problems calls', title: 'Requests', href: '/work/requests' },
  { words: 'customers contacts', title: 'Customers', href: '/work/customers' },
  { words: 'assets serial', title: 'Assets', href: '/work/assets' },
  { words: 'maintenance plans recurrence', title: 'Maintenance plans', href: '/work/maintenance-plans' },
  {
    words: 'messages mail text outbox',
    title: 'Messages to customers and technicians',
    href: '/work/messages',
  },
  { words: 'playbooks rules prices', title: 'Playbooks', href: '/playbooks' },
  { words: 'set-up settings doubts', title: 'Set-up', href: '/set-up' },
  { words: 'technicians people', title: 'Technicians', href: '/set-up/technicians' },
  { words: 'skills matrix certificates', title: 'Skills of people', href: '/set-up/matrix' },
  { words: 'sites customers', title: 'Sites', href: '/set-up/sites' },
  { words: 'files import export', title: 'Files in and out', href: '/set-up/data' },
];

/** Commands whose words begin with what was typed. */
export function commandsFor(text: string): Line[] {
  const words = text.trim().toLowerCase();
  if (words.length < 2) return [];
  return COMMANDS.filter((c) =>
    `${c.title.toLowerCase()} ${c.words}`.split(/\s+/).some((w) => w.startsWith(words)),
  ).map((c) => ({ key: c.href, kind: 'go to', title: c.title, detail: '', href: c.href }));
}
