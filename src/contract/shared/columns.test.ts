import { OBJECTS, objectKind } from '../registry';
import { columnsOf, fromCells, strangeColumns, toCells } from './columns';
import type { ObjectValue } from './object';

const kept = { id: 'x', version: 1, archivedAt: null };
const parts = objectKind('parts');
const depots = objectKind('depots');
const kinds = objectKind('job-kinds');

describe('columns of a file', () => {
  it('are the id and the fields of the schema, of every kind of object', () => {
    for (const kind of Object.values(OBJECTS)) {
      const names = columnsOf(kind).map((c) => c.name);
      expect(names).toEqual(['id', ...Object.keys(kind.schema.shape)]);
    }
  });

  it('that the kind does not have are told', () => {
    expect(strangeColumns(parts, ['id', 'name', 'version', 'Name'])).toEqual(['version', 'Name']);
  });
});

describe('a row', () => {
  it('writes nothing as an empty cell and lists as JSON', () => {
    const value: ObjectValue = { ...kept, name: null, skills: [{ skillId: 'a', level: 2 }] };
    const cells = toCells(kinds, value);
    const names = columnsOf(kinds).map((c) => c.name);
    expect(cells[names.indexOf('name')]).toBe('');
    expect(cells[names.indexOf('skills')]).toBe('[{"skillId":"a","level":2}]');
  });

  it('is read by its header, in any order; empty cells say nothing', () => {
    expect(fromCells(parts, ['name', 'id'], ['Fan', ''])).toEqual({
      id: null,
      value: { name: 'Fan' },
      problems: [],
    });
    expect(fromCells(parts, ['id', 'name'], ['7']).value).toEqual({});
    expect(fromCells(parts, ['id'], ['007']).id).toBe('007');
  });

  it('reads numbers as numbers, and leaves to the schema what is none', () => {
    const header = ['lat', 'lon', 'name'];
    expect(fromCells(depots, header, ['34.5', '1e1', '12']).value).toEqual({
      lat: 34.5,
      lon: 10,
      name: '12',
    });
    expect(fromCells(depots, header, ['34,5', 'Infinity', '']).value).toEqual({
      lat: '34,5',
      lon: 'Infinity',
    });
  });

  it('tells the cell that is no JSON', () => {
    const read = fromCells(kinds, ['skills', 'name'], ['[{', 'A']);
    expect(read.problems).toEqual([{ path: 'skills', code: 'not-json', facts: {} }]);
    expect(read.value).toEqual({ name: 'A' });
  });
});
