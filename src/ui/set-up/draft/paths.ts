import { stableJson } from '@/core/index';

export type Plain = Readonly<Record<string, unknown>>;

/** What lies at "skills.2.level". */
export function valueAt(value: unknown, path: string): unknown {
  let at = value;
  for (const key of path.split('.')) {
    if (typeof at !== 'object' || at === null) return undefined;
    at = (at as Record<string, unknown>)[key];
  }
  return at;
}

function withAt(value: unknown, keys: readonly string[], next: unknown): unknown {
  const [key, ...rest] = keys;
  if (key === undefined) return next;
  if (Array.isArray(value)) {
    const copy = [...value];
    copy[Number(key)] = withAt(copy[Number(key)], rest, next);
    return copy;
  }
  const held = (value ?? {}) as Record<string, unknown>;
  return { ...held, [key]: withAt(held[key], rest, next) };
}

/** The same with something else at a path; nothing is changed in place. */
export function put<T extends Plain>(value: T, path: string, next: unknown): T {
  return withAt(value, path.split('.'), next) as T;
}

export function isSame(a: unknown, b: unknown): boolean {
  return stableJson(a ?? null) === stableJson(b ?? null);
}

/** Top fields that differ. */
export function fieldsThatDiffer(a: Plain, b: Plain): string[] {
  return Object.keys({ ...a, ...b }).filter((key) => !isSame(a[key], b[key]));
}

export interface Merge {
  readonly value: Plain;
  /** Fields that only the other changed: theirs were taken. */
  readonly taken: readonly string[];
  /** Fields that both changed, to something different: mine are kept until somebody chooses. */
  readonly clashes: readonly string[];
}

/** Brings together what two people made of the same thing, field by field. */
export function merged(base: Plain, mine: Plain, theirs: Plain): Merge {
  const own = new Set(fieldsThatDiffer(base, mine));
  const others = fieldsThatDiffer(base, theirs);
  const taken = others.filter((field) => !own.has(field));
  const clashes = others.filter((field) => own.has(field) && !isSame(mine[field], theirs[field]));
  const value = { ...mine, ...Object.fromEntries(taken.map((field) => [field, theirs[field]])) };
  return { value, taken, clashes };
}
