import { type CommandView, undoAndAgain } from './command-view';

/** Plays a list of steps as the server would note them. */
function played(...steps: readonly ('do' | 'undo' | 'again')[]): CommandView[] {
  const list: CommandView[] = [];
  for (const step of steps) {
    const id = list.length + 1;
    const base = { id, at: '', undoneBy: null };
    if (step === 'do') list.push({ ...base, name: 'save', facts: {}, undoes: null });
    else {
      const found = undoAndAgain([...list].reverse())[step === 'undo' ? 'undo' : 'again'];
      if (!found) throw new Error(`nothing to ${step}`);
      list[found.id - 1] = { ...found, undoneBy: id };
      list.push({ ...base, name: 'undo', facts: step === 'again' ? { again: true } : {}, undoes: found.id });
    }
  }
  return list.reverse();
}
const ids = (list: CommandView[]) => {
  const { undo, again } = undoAndAgain(list);
  return [undo?.id ?? null, again?.id ?? null];
};

describe('undo and again', () => {
  it.each([
    [[], [null, null]],
    [['do'], [1, null]],
    [
      ['do', 'undo'],
      [null, 2],
    ],
    [
      ['do', 'do', 'undo'],
      [1, 3],
    ],
    [
      ['do', 'do', 'undo', 'undo'],
      [null, 4],
    ],
    [
      ['do', 'do', 'undo', 'undo', 'again'],
      [5, 3],
    ],
    [
      ['do', 'do', 'undo', 'undo', 'again', 'again'],
      [6, null],
    ],
    [
      ['do', 'undo', 'do'],
      [3, null],
    ],
    [
      ['do', 'undo', 'again', 'undo'],
      [null, 4],
    ],
  ] as const)('after %j: %j', (steps, expected) => expect(ids(played(...steps))).toEqual(expected));
});
