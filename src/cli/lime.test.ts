import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { readProblem } from '@/contract/files/read-problem';
import { readSolomon } from '@/contract/files/solomon';
import { aProblem, aShift, aVisit } from '../../tests/support/small';
import { mustBeWritable, printable, readText } from './read-text';

const folder = mkdtempSync(join(tmpdir(), 'lime-cli-'));
afterAll(() => rmSync(folder, { recursive: true }));
const file = (name: string, text: string): string => {
  const path = join(folder, name);
  writeFileSync(path, text);
  return path;
};
const options = { rounding: 'none', objective: 'distance' } as const;
const R101 = readFileSync('tests/outside/solomon/R101.txt', 'utf8');

describe('files from outside', () => {
  it('begin with a byte-order mark or not', () => {
    expect(readText(file('bom.json', '\uFEFF{}'))).toBe('{}');
    expect(() => readText(join(folder, 'none'))).toThrow('cannot be read (ENOENT)');
  });
  it('nested beyond all measure are refused with the line', () => {
    const deep = `{\n"a": ${'['.repeat(200_000)}${']'.repeat(200_000)}}`;
    expect(readProblem(deep)).toMatchObject({ ok: false, error: { where: 'line 2' } });
    expect(readProblem(`"${'['.repeat(500)}"`)).toMatchObject({
      ok: false,
      error: { where: '(whole file)' },
    });
  });
  it('in which a visit asks for the same person as itself are refused', () => {
    const problem = aProblem([aShift()], [aVisit({ samePersonAs: 'v' })]);
    expect(readProblem(JSON.stringify(problem))).toMatchObject({
      ok: false,
      error: { where: 'visits[0].samePersonAs' },
    });
  });
  it.each([
    ['5000000 200', 'a whole number of vehicles'],
    ['1.5 200', 'a whole number of vehicles'],
    ['0 200', 'a whole number of vehicles'],
    ['25 -200', 'a whole capacity'],
    ['25 1e12', 'a whole capacity'],
  ])('of routing with the fleet %s are refused', (fleet, message) => {
    const read = readSolomon(R101.replace(/^\s+25\s+200\s*$/m, fleet), 'x', options);
    expect(read).toMatchObject({ ok: false, error: { message: expect.stringContaining(message) } });
  });
  it.each([
    ['41 49 -10 161 171 10', 'demand is 0'],
    ['41 49 1.5 161 171 10', 'demand is a whole number'],
    ['41 49 10 161 171 -10', 'service is 0'],
    ['4e9 49 10 161 171 10', 'x is at most'],
  ])('of routing with the customer %s are refused', (row, message) => {
    const text = R101.replace(/^\s+1\s+41\s+49\s+10\s+161\s+171\s+10\s*$/m, `1 ${row}`);
    expect(readSolomon(text, 'x', options)).toMatchObject({
      ok: false,
      error: { where: 'line 11', message: expect.stringContaining(message) },
    });
  });
});

describe('what is written', () => {
  it('to a terminal moves no cursor and changes no colour', () => {
    expect(printable('a\u001b[31mb\tc\n\u202ed')).toBe('a\\u001b[31mb\tc\n\\u202ed');
  });
  it('is looked at before the search, not after', () => {
    expect(() => mustBeWritable(join(folder, 'none', 'x.json'))).toThrow('cannot be written (ENOENT)');
    expect(() => mustBeWritable(folder)).toThrow('cannot be written (EISDIR)');
    expect(() => mustBeWritable(join(folder, 'new.json'))).not.toThrow();
    expect(() => mustBeWritable(undefined)).not.toThrow();
  });
});
