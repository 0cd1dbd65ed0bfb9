import { boardOn, createBoardMemory, endTurn, isEnded, leave, meet } from './board';

const SIZES = { members: 2, mostChanges: 12 };

describe('a board', () => {
  it('holds what each member tells, in two halves, and nothing over another', () => {
    const memory = createBoardMemory(SIZES);
    const board = boardOn(memory, SIZES);
    const all = [board.share, board.gate, board.iterations, ...board.changes.flat()];
    const bytes = all.reduce((sum, cells) => sum + cells.byteLength, 0);
    expect(bytes).toBe(memory.byteLength);
    for (const [i, cells] of all.entries()) cells.fill(i + 1);
    const other = boardOn(memory, SIZES);
    const seen = [other.share, other.gate, other.iterations, ...other.changes.flat()];
    for (const [i, cells] of seen.entries()) expect([...cells].every((c) => c === i + 1)).toBe(true);
    expect(board.changes[0]![0]!.length).toBe(12);
  });

  it('lets somebody who is alone pass, again and again', () => {
    const sizes = { ...SIZES, members: 1 };
    const board = boardOn(createBoardMemory(sizes), sizes);
    for (let i = 0; i < 3; i++) meet(board);
    expect(board.gate[0]).toBe(0);
    expect(board.gate[1]).toBe(3);
  });

  it('knows the turn that somebody has ended', () => {
    const board = boardOn(createBoardMemory(SIZES), SIZES);
    expect(isEnded(board, 1)).toBe(false);
    endTurn(board, 1);
    expect(isEnded(board, 1)).toBe(true);
    expect(isEnded(board, 2)).toBe(false);
  });

  it('does not let anybody wait for one that is gone', () => {
    const board = boardOn(createBoardMemory(SIZES), SIZES);
    leave(board);
    expect(() => meet(board)).toThrow('one of the threads has failed');
  });
});
