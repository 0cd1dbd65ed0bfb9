import { z } from 'zod';

/** Something that somebody did, as history and undo show it. */
export const commandView = z.strictObject({
  id: z.number(),
  name: z.string(),
  facts: z.record(z.string(), z.unknown()),
  at: z.string(),
  undoes: z.number().nullable(),
  undoneBy: z.number().nullable(),
});
export type CommandView = z.infer<typeof commandView>;

/** The same of the plan, by whoever did it. */
export const planCommand = commandView.extend({ by: z.string().nullable(), isOwn: z.boolean() });
export type PlanCommand = z.infer<typeof planCommand>;

/** The command that "undo" takes back next, and the one that "again" does again; null where there is none. */
export function undoAndAgain(newestFirst: readonly CommandView[]): {
  readonly undo: CommandView | null;
  readonly again: CommandView | null;
} {
  const isUndo = (c: CommandView): boolean => c.name === 'undo' && c.facts.again !== true;
  const open = newestFirst.filter((c) => c.undoneBy === null);
  const undo = open.find((c) => !isUndo(c)) ?? null;
  // Only what was undone since the last new thing can be done again.
  const sinceNew = open.slice(0, open.findIndex((c) => c.name !== 'undo') >>> 0);
  return { undo, again: sinceNew.find(isUndo) ?? null };
}
