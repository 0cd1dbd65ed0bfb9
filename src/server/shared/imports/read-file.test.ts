import fc from 'fast-check';
import { guessMeanings } from '@/contract/imports/meanings';
import { Refusal } from '../refusal';
import { decode, guessForms, questionsOf, readFile } from './read-file';

const bytes = (text: string, encoding: BufferEncoding = 'utf8'): Buffer => Buffer.from(text, encoding);
function refusedAs(work: () => unknown): string {
  try {
    work();
  } catch (cause) {
    if (cause instanceof Refusal)
      return ((cause.facts.problems as { code: string }[] | undefined) ?? [])[0]?.code ?? cause.code;
    throw cause;
  }
  return 'taken';
}

describe('files as they come', () => {
  it('RFC 4180: quotes doubled, commas and line ends inside of quotes, CRLF', () => {
    // The examples of §2.5 to §2.7.
    const file = readFile(bytes('"aaa","bbb","ccc"\r\n"a""aa","b\r\nbb","c,cc"\r\nzzz,yyy,xxx\r\n'));
    expect(file.header).toEqual(['aaa', 'bbb', 'ccc']);
    expect(file.rows).toEqual([
      { line: 2, cells: ['a"aa', 'b\r\nbb', 'c,cc'] },
      { line: 4, cells: ['zzz', 'yyy', 'xxx'] },
    ]);
  });
  it.each<[string, string, string]>([
    ['semicolons', 'name;lat\nA;34,5\n', ';'],
    ['tabs', 'name\tlat\nA\t34.5\n', '\t'],
    ['commas', 'name,lat\nA,34.5\n', ','],
  ])('with %s', (_what, text, delimiter) => expect(readFile(bytes(text)).delimiter).toBe(delimiter));
  it('JSON with an object on each line, told by its line where one is not right', () => {
    const file = readFile(bytes('{"name":"A","lat":1}\n\n{"name":"B"}\n'));
    expect(file.header).toEqual(['name', 'lat']);
    expect(file.rows).toEqual([
      { line: 1, cells: ['A', '1'] },
      { line: 3, cells: ['B', ''] },
    ]);
    expect(refusedAs(() => readFile(bytes('{"name":"A"}\n{"name":')))).toBe('not-json');
    expect(refusedAs(() => readFile(bytes('{"name":"A"}\n[1]')))).toBe('json-no-object');
    expect(readFile(bytes('{"rows":[{"name":"A"}],\n"total":1}')).rows).toHaveLength(1);
  });
  it('in UTF-8 with and without its mark, UTF-16 and Windows-1252', () => {
    expect(decode(bytes('\uFEFFname\nÅse')).encoding).toBe('utf-8');
    expect(readFile(bytes('\uFEFFname\nÅse')).header).toEqual(['name']);
    expect(
      readFile(Buffer.concat([Buffer.from([0xff, 0xfe]), bytes('name\nÅse', 'utf16le')])).rows[0]?.cells,
    ).toEqual(['Åse']);
    // Å, a long dash and the euro sign as Windows-1252 has them.
    const old = readFile(Buffer.from([0x6e, 0x0a, 0xc5, 0x73, 0x65, 0x96, 0x80]));
    expect(old).toMatchObject({ encoding: 'windows-1252', rows: [{ cells: ['Åse–€'] }] });
  });
  it('as JSON: a list, or what the API answers with', () => {
    expect(readFile(bytes('[{"id":"a","name":"A","skills":[1]},{"name":"B","version":3}]'))).toMatchObject({
      format: 'json',
      header: ['id', 'name', 'skills'],
      rows: [
        { line: 1, cells: ['a', 'A', '[1]'] },
        { line: 2, cells: ['', 'B', ''] },
      ],
    });
    expect(readFile(bytes('{"rows":[{"name":"A"}],"total":1}')).rows).toHaveLength(1);
  });
  it.each<[string, Buffer, string]>([
    ['nothing', Buffer.alloc(0), 'file-empty'],
    ['a spreadsheet by another name', Buffer.from('PK\u0003\u0004xl/workbook.xml'), 'file-binary'],
    ['bytes that are no text', Buffer.from([1, 2, 0, 4]), 'file-binary'],
    ['broken JSON', bytes('[{"name":'), 'not-json'],
    ['JSON that is no list', bytes('{"name":"A"}'), 'json-no-list'],
    ['JSON with something else in the list', bytes('[{"name":"A"},3]'), 'json-no-object'],
    ['a column twice', bytes('name,name\nA,B\n'), 'column-twice'],
    ['an open quote', bytes('name\n"A\n'), 'not-csv'],
    [
      'too many columns',
      bytes(`${Array.from({ length: 300 }, (_, i) => `c${i}`).join(',')}\n`),
      'too-many-columns',
    ],
    ['too many lines', bytes(`name\n${'A\n'.repeat(50_001)}`), 'too-large'],
  ])('%s is refused', (_what, file, code) => expect(refusedAs(() => readFile(file))).toBe(code));

  it('days and numbers that could be meant in two ways are asked about, and guessed', () => {
    const file = readFile(bytes('name;since;pay\nA;03.04.2026;31,5\nB;25.04.2026;30\n'));
    expect(questionsOf(file)).toEqual(['date-order', 'decimal']);
    expect(guessForms(file)).toEqual({ dateOrder: 'dmy', decimal: ',' });
    expect(guessForms(readFile(bytes('since\n04/25/2026\n')))).toEqual({ dateOrder: 'mdy', decimal: '.' });
    expect(questionsOf(readFile(bytes('since\n2026-04-25\n')))).toEqual([]);
  });

  it('whatever they hold, break nothing: 2,000 of them', () => {
    const text = fc.array(
      fc.oneof(
        fc.string({ maxLength: 12 }),
        fc.constantFrom('"', ',', ';', '\n', '\r\n', '\t', 'name', '[', '{', '}', '\uFEFF', '=1+1', '\u0000'),
      ),
      { maxLength: 30 },
    );
    const file = fc.oneof(
      text.map((parts) => bytes(parts.join(''))),
      fc.uint8Array({ maxLength: 200 }).map((a) => Buffer.from(a)),
      fc.json().map((j) => bytes(j)),
    );
    fc.assert(
      fc.property(file, (content) => {
        const said = refusedAs(() => {
          const read = readFile(content);
          guessMeanings('technicians', read.header);
          questionsOf(read);
          guessForms(read);
        });
        expect(typeof said).toBe('string');
      }),
      { numRuns: 2000 },
    );
  });
});
