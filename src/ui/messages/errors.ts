import { ApiError } from '../shared/api';
import { OBJECT_WORDS } from './commands';
import { fieldText } from './fields';
import { problemText } from './problems';
import { RULE_WORDS } from './rules';

type Facts = Readonly<Record<string, unknown>>;

/** One sentence for what went wrong: what happened, what was kept, what to do. */
export function errorText(cause: unknown): string {
  if (!(cause instanceof ApiError))
    return 'Something broke on this page. Nothing was changed; reload to go on.';
  const { code, facts } = cause;
  if (code === 'offline') return 'The server cannot be reached. Nothing was changed; try again in a moment.';
  if (code === 'away') return 'The database is away for the moment. Nothing was changed; try again shortly.';
  if (code === 'unreadable') return 'The server speaks a newer version than this page. Reload to go on.';
  if (code === 'signed-out') return 'Your session has ended. Sign in again to go on.';
  if (code === 'not-found') return 'There is nothing here that you may see.';
  if (code === 'too-many') return tooManyText(facts);
  if (code === 'too-large') return 'That is too much at once. Send less.';
  if (code === 'invalid') return invalidText(facts);
  if (code === 'conflict') return conflictText(facts);
  return 'The server could not do this. Nothing was changed; try again.';
}

function tooManyText(facts: Facts): string {
  if (facts.what === 'runs')
    return `You have ${String(facts.most)} runs waiting. Wait for one to begin, or stop one.`;
  const minutes = Math.max(1, Math.ceil(Number(facts.seconds ?? 300) / 60));
  return `Too many tries. Wait ${minutes === 1 ? 'a minute' : `${minutes} minutes`} and try again.`;
}

/** The name of a field in the middle of a sentence. */
const within = (name: string): string => `${name.slice(0, 1).toLowerCase()}${name.slice(1)}`;

function invalidText(facts: Facts): string {
  if (facts.outcome === 'no-work') return 'There are no visits to plan in these territories and days.';
  if (facts.outcome === 'no-people') return 'Nobody works in these territories on these days.';
  if (typeof facts.message === 'string') return `This cannot be accepted: ${facts.message}.`;
  const [first] = Array.isArray(facts.problems)
    ? (facts.problems as Parameters<typeof problemText>[0][])
    : [];
  return `This cannot be accepted: ${first ? problemText({ ...first, path: within(fieldText(first.path)) }) : 'something is missing'}.`;
}

function listed(names: readonly unknown[], most = 12): string {
  const more = names.length > most ? ` and ${names.length - most} more` : '';
  return `${names.slice(0, most).join(', ')}${more}`;
}

interface Broken {
  readonly rule: keyof typeof RULE_WORDS;
  readonly visit: string | null;
  readonly person: string | null;
  readonly date: string | null;
}

function brokenText({ rule, visit, person, date }: Broken): string {
  const where = [visit, person, date].filter((x) => x !== null).join(', ');
  return `${RULE_WORDS[rule]}${where ? ` (${where})` : ''}`;
}

function movedOnText(facts: Facts): string {
  const changed = facts.changed as readonly string[];
  const others = Number(facts.others ?? 0);
  const elsewhere = others === 1 ? 'one visit elsewhere' : `${others} visits elsewhere`;
  const names = [...(changed.length > 0 ? [listed(changed)] : []), ...(others > 0 ? [elsewhere] : [])];
  return `The live plan has changed since this draft was made: ${names.join(' and ')}. The draft is kept; run again on the plan as it is now.`;
}

function conflictText(facts: Facts): string {
  if (typeof facts.runId === 'string') return 'A run for the same territories and days is under way.';
  switch (facts.reason) {
    case 'not-open':
      return 'This draft was accepted or thrown away already.';
    case 'live-changed':
      return movedOnText(facts);
    case 'breaks-rules':
      return `By today’s settings this draft breaks rules: ${listed((facts.broken as Broken[]).map(brokenText), 6)}. The draft is kept; run again.`;
    case 'against-rules':
      return `It breaks rules: ${listed((facts.broken as Broken[]).map(brokenText), 6)}. Nothing was changed.`;
    case 'may-not-force':
      return `It breaks rules: ${listed((facts.broken as Broken[]).map(brokenText), 6)}. You may not place against a rule; nothing was changed.`;
    case 'moved-since': {
      const by = facts.by as readonly string[];
      return `${listed(facts.visits as readonly string[])} was moved${by.length > 0 ? ` by ${listed(by)}` : ''} in the meantime. Nothing was changed; look again.`;
    }
    case 'board-moved':
      return 'The plan has changed. Take it up again.';
    case 'overlap':
      return 'Somebody would be in two places at once. Nothing was changed.';
    case 'in-use': {
      const uses = Array.isArray(facts.uses) ? (facts.uses as { object: string; title: string }[]) : [];
      const names = uses.map((u) => `${OBJECT_WORDS[u.object as keyof typeof OBJECT_WORDS]} ${u.title}`);
      return `It is still in use${names.length > 0 ? `: ${listed(names)}` : ''}.`;
    }
    case 'undone-already':
      return 'This was undone already.';
    case 'changed-since':
      return 'What it changed has been changed again since, so it cannot be undone.';
    case 'nothing-held-out':
      return 'No windows are held out for such work here: say in Set-up, Promises, which ones may be promised.';
    case 'long-job':
      return 'It lies over several days: no single window can be promised for it.';
    case 'not-held-out':
      return 'This window is not held out any more.';
    case 'window-gone':
      return 'This window was taken in the meantime. Choose another one.';
    case 'hold-over':
      return 'The time was held for too long and is free again. Choose once more.';
    case 'order-not-open':
      return 'This work order is not open any more.';
    case 'not-from-there':
      return 'It is at another stage already.';
    case 'under-way':
      return 'This file is being brought in already.';
    case 'newer-version':
      return 'Somebody saved a newer version of this playbook meanwhile. What you changed is kept.';
    case 'prices-the-live-plan':
      return 'The live plan is priced by this playbook. Choose another one for it first.';
    case 'moved-on':
      return 'The plan has changed since. Look at it as it is now.';
    case 'checker-refused':
      return 'The checker finds broken rules in it. Nothing was kept.';
    case 'leads-it':
      return 'They lead the crew today: hand it over first.';
    case 'begun-already':
      return 'It has begun: nobody else can have it.';
    case 'day-went-on':
      return 'The day has gone on, and this is not the same any more. Look at what can be done now.';
    case 'too-late':
      return 'It is too late to change this here. Please call.';
    case 'stale':
      return staleText(facts);
    default:
      return 'Somebody else changed this in the meantime.';
  }
}

function staleText(facts: Facts): string {
  const changes = Array.isArray(facts.changes)
    ? (facts.changes as { by: string | null; fields: string[] }[])
    : [];
  const said = changes.map((c) => `${c.by ?? 'somebody'} changed ${c.fields.join(', ')}`);
  return `${said.length > 0 ? said.join('; ') : 'Somebody changed this'} while you were editing. What you typed is kept.`;
}
