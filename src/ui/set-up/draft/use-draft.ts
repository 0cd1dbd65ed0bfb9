import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { z } from 'zod';
import { objectKind } from '@/contract/registry';
import type { ObjectName } from '@/contract/shared/fields';
import type { ObjectValue } from '@/contract/shared/object';
import { check, type FieldProblem } from '@/contract/shared/problems';
import { ApiError, callApi } from '../../shared/api';
import { fieldsThatDiffer, merged, type Plain, put, valueAt } from './paths';

const object = z.custom<ObjectValue>((v) => typeof v === 'object' && v !== null);

/** What somebody else did meanwhile to what is being edited. */
export interface Meanwhile {
  readonly by: readonly string[];
  readonly theirs: ObjectValue;
  readonly taken: readonly string[];
  readonly clashes: readonly string[];
}

/** Something that is being edited: as it is, as it was typed, and what is wrong with it. */
export interface Draft {
  readonly object: ObjectName;
  readonly id: string | null;
  readonly base: Plain;
  readonly version: number | null;
  readonly archivedAt: string | null;
  readonly value: Plain;
  readonly changed: readonly string[];
  readonly problems: readonly FieldProblem[];
  readonly failure: unknown;
  readonly meanwhile: Meanwhile | null;
  readonly isSaving: boolean;
  /** Whether saving was tried: before that, what is merely still empty is not held against anybody. */
  readonly isTried: boolean;
  get(path: string): unknown;
  set(path: string, next: unknown): void;
  takeTheirs(field: string): void;
  reset(): void;
  save(): Promise<ObjectValue | null>;
  setArchived(archived: boolean): Promise<boolean>;
  /** Saves by another address with more than the value: where a change asks whether others follow. */
  saveBy(way: SaveWay | null): void;
}

export interface SaveWay {
  readonly path: string;
  readonly more: Readonly<Record<string, unknown>>;
}

function fieldsOnly(name: ObjectName, value: Plain): Plain {
  return Object.fromEntries(Object.keys(objectKind(name).schema.shape).map((f) => [f, value[f]]));
}

/** What was typed outlives a reload and a look elsewhere; it is let go when it is saved or taken back. */
const typed = {
  key: (name: ObjectName, id: string | null): string => `lime typed ${name} ${id ?? 'new'}`,
  read(key: string): { version: number | null; value: Plain } | null {
    try {
      return JSON.parse(sessionStorage.getItem(key) ?? 'null');
    } catch {
      return null;
    }
  },
  write(key: string, kept: { version: number | null; value: Plain } | null): void {
    try {
      if (kept) sessionStorage.setItem(key, JSON.stringify(kept));
      else sessionStorage.removeItem(key);
    } catch {
      // A browser that keeps nothing loses nothing but the convenience.
    }
  },
};

export interface Loaded {
  readonly stored: ObjectValue | null;
  readonly error: unknown;
  readonly isLoading: boolean;
}

/** Reads an object; nothing for one that is new. */
export function useStored(name: ObjectName, id: string | null): Loaded {
  const { data, error, isLoading } = useQuery({
    queryKey: [`objects-${name}`, 'one', id],
    queryFn: () => callApi(`/api/objects/${name}/${encodeURIComponent(id ?? '')}`, object),
    enabled: id !== null,
  });
  return { stored: data ?? null, error, isLoading };
}

/** Edits an object that was read, or a new one that begins as `blank`. */
export function useDraft(name: ObjectName, stored: ObjectValue | null, blank: Plain): Draft {
  const client = useQueryClient();
  const id = stored?.id ?? null;
  const key = typed.key(name, id);
  const [from, setFrom] = useState<{ base: Plain; version: number | null }>(() => ({
    base: fieldsOnly(name, stored ?? blank),
    version: stored?.version ?? null,
  }));
  const [value, setValue] = useState<Plain>(() => {
    const kept = typed.read(key);
    return kept && kept.version === (stored?.version ?? null)
      ? kept.value
      : fieldsOnly(name, stored ?? blank);
  });
  const [said, setSaid] = useState<{ problems: FieldProblem[]; failure: unknown }>({
    problems: [],
    failure: null,
  });
  const [meanwhile, setMeanwhile] = useState<Meanwhile | null>(null);
  const [isSaving, setSaving] = useState(false);
  const [isTried, setTried] = useState(false);
  const way = useRef<SaveWay | null>(null);
  const changed = useMemo(() => fieldsThatDiffer(from.base, value), [from.base, value]);
  useEffect(() => {
    typed.write(key, changed.length > 0 ? { version: from.version, value } : null);
  }, [key, changed, from.version, value]);

  const adopt = useCallback(
    (theirs: ObjectValue, by: readonly string[]): void => {
      const next = fieldsOnly(name, theirs);
      const result = merged(from.base, value, next);
      setFrom({ base: next, version: theirs.version });
      setValue(result.value);
      if (fieldsThatDiffer(from.base, value).length > 0)
        setMeanwhile({ by, theirs, taken: result.taken, clashes: result.clashes });
    },
    [name, from.base, value],
  );
  // Somebody else saved while this was open: what they did comes in at once, what was typed stays.
  const seen = useRef(stored?.version ?? null);
  useEffect(() => {
    if (!stored || stored.version === seen.current) return;
    seen.current = stored.version;
    if (stored.version !== from.version) adopt(stored, []);
  }, [stored, from.version, adopt]);

  const problems = useMemo(() => {
    const checked = check(objectKind(name).schema, value);
    return checked.ok ? said.problems : [...checked.problems];
  }, [name, value, said.problems]);

  const set = useCallback((path: string, next: unknown): void => {
    setSaid({ problems: [], failure: null });
    setValue((now) => put(now, path, next));
  }, []);

  const told = (cause: unknown): void => {
    if (cause instanceof ApiError && cause.code === 'conflict' && cause.facts.reason === 'stale') {
      const changes = (cause.facts.changes ?? []) as { by: string | null }[];
      adopt(cause.facts.current as ObjectValue, [...new Set(changes.map((c) => c.by ?? 'somebody'))]);
      return;
    }
    const problems = cause instanceof ApiError ? ((cause.facts.problems ?? []) as FieldProblem[]) : [];
    setSaid({ problems, failure: cause });
  };
  const send = async (path: string, method: string, body: unknown): Promise<ObjectValue | null> => {
    setSaving(true);
    setTried(true);
    try {
      const saved = await callApi(path, object, { method, body });
      typed.write(key, null);
      seen.current = saved.version;
      setFrom({ base: fieldsOnly(name, saved), version: saved.version });
      setValue(fieldsOnly(name, saved));
      setMeanwhile(null);
      setTried(false);
      client.setQueryData([`objects-${name}`, 'one', saved.id], saved);
      await client.invalidateQueries({ queryKey: [`objects-${name}`] });
      void client.invalidateQueries({ queryKey: ['commands'] });
      void client.invalidateQueries({ queryKey: ['path'] });
      return saved;
    } catch (cause) {
      told(cause);
      return null;
    } finally {
      setSaving(false);
    }
  };
  const own = `/api/objects/${name}${id === null ? '' : `/${encodeURIComponent(id)}`}`;
  return {
    object: name,
    id,
    base: from.base,
    version: from.version,
    archivedAt: stored?.archivedAt ?? null,
    value,
    changed,
    problems,
    failure: said.failure,
    meanwhile,
    isSaving,
    isTried,
    get: (path) => valueAt(value, path),
    set,
    takeTheirs: (field) => {
      setValue((now) => ({ ...now, [field]: meanwhile?.theirs[field] }));
      setMeanwhile((m) => (m ? { ...m, clashes: m.clashes.filter((f) => f !== field) } : m));
    },
    reset: () => {
      setValue(from.base);
      setSaid({ problems: [], failure: null });
      setMeanwhile(null);
      setTried(false);
    },
    save: () => {
      if (id === null) return send(own, 'POST', { value });
      return send(way.current?.path ?? own, 'PUT', { version: from.version, value, ...way.current?.more });
    },
    saveBy: (next) => {
      way.current = next;
    },
    setArchived: async (archived) => (await send(own, 'PATCH', { version: from.version, archived })) !== null,
  };
}
