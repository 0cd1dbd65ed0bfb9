/**
 * Mutation testing of what judges plans: `npx tsx bench/mutation.ts [mutants] [seed]`. Draws small changes of the
 * code in time, timing, rules and verify, and says how many the tests notice. Works in a copy of the tree.
 */
import { spawnSync } from 'node:child_process';
import { cpSync, mkdtempSync, readdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import ts from 'typescript';
import { createRandom } from '@/core/index';

const [wanted = 60, seed = 1] = process.argv.slice(2).map(Number);
const FOLDERS = ['src/core/time', 'src/core/timing', 'src/core/rules', 'src/core/verify'];
/** Quick tests first; what they let pass must get by the comparison of engine and checker as well. */
const STAGES = [
  ['src/core/time', 'src/core/timing', 'src/core/rules', 'src/core/verify', 'tests/outside/daylight'],
  ['src/core/simulate', 'src/core/objectives', 'src/core/offers', 'tests/outside/tours'],
  ['tests/differential/engine-and-checker', 'tests/differential/places'],
];
const STAGE_MS = 240_000;

const SWAPS = new Map<ts.SyntaxKind, string>([
  [ts.SyntaxKind.LessThanToken, '<='],
  [ts.SyntaxKind.LessThanEqualsToken, '<'],
  [ts.SyntaxKind.GreaterThanToken, '>='],
  [ts.SyntaxKind.GreaterThanEqualsToken, '>'],
  [ts.SyntaxKind.PlusToken, '-'],
  [ts.SyntaxKind.MinusToken, '+'],
  [ts.SyntaxKind.AsteriskToken, '/'],
  [ts.SyntaxKind.EqualsEqualsEqualsToken, '!=='],
  [ts.SyntaxKind.ExclamationEqualsEqualsToken, '==='],
  [ts.SyntaxKind.AmpersandAmpersandToken, '||'],
  [ts.SyntaxKind.BarBarToken, '&&'],
]);

interface Mutant {
  readonly file: string;
  readonly line: number;
  readonly from: number;
  readonly to: number;
  readonly text: string;
}

function mutantsOf(file: string): Mutant[] {
  const text = readFileSync(file, 'utf8');
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
  const out: Mutant[] = [];
  const swap = (node: ts.Node, by: string): void => {
    const from = node.getStart(source);
    const { line } = source.getLineAndCharacterOfPosition(from);
    out.push({ file, line: line + 1, from, to: node.getEnd(), text: by });
  };
  const visit = (node: ts.Node): void => {
    if (ts.isBinaryExpression(node)) {
      const by = SWAPS.get(node.operatorToken.kind);
      if (by !== undefined) swap(node.operatorToken, by);
    }
    if (ts.isPropertyAccessExpression(node) && node.expression.getText(source) === 'Math') {
      if (node.name.text === 'min') swap(node.name, 'max');
      if (node.name.text === 'max') swap(node.name, 'min');
    }
    if (ts.isIfStatement(node)) swap(node.expression, `!(${node.expression.getText(source)})`);
    if (node.kind === ts.SyntaxKind.TrueKeyword) swap(node, 'false');
    if (node.kind === ts.SyntaxKind.FalseKeyword) swap(node, 'true');
    if (ts.isNumericLiteral(node) && !ts.isLiteralTypeNode(node.parent))
      swap(node, `${Number(node.text) + 1}`);
    ts.forEachChild(node, visit);
  };
  visit(source);
  return out;
}

const files = FOLDERS.flatMap((folder) =>
  readdirSync(folder)
    .filter((name) => name.endsWith('.ts') && !name.endsWith('.test.ts'))
    .map((name) => join(folder, name)),
);
const all = files.flatMap(mutantsOf);
const random = createRandom(seed);
const drawn: Mutant[] = [];
while (drawn.length < Math.min(wanted, all.length)) drawn.push(...all.splice(random.below(all.length), 1));

const home = process.cwd();
const copy = mkdtempSync(join(tmpdir(), 'mutants-'));
for (const part of ['src', 'tests', 'demo', 'bench', 'package.json', 'jest.config.cjs', 'tsconfig.json'])
  cpSync(join(home, part), join(copy, part), { recursive: true });
symlinkSync(join(home, 'node_modules'), join(copy, 'node_modules'));

function passes(stage: readonly string[]): boolean {
  const { status } = spawnSync('npx', ['jest', '--bail', '--silent', ...stage], {
    cwd: copy,
    timeout: STAGE_MS,
    stdio: 'ignore',
  });
  return status === 0;
}

let caught = 0;
try {
  if (!STAGES.every(passes)) throw new Error('the tests must pass before anything is changed');
  for (const [i, mutant] of drawn.entries()) {
    const text = readFileSync(mutant.file, 'utf8');
    writeFileSync(join(copy, mutant.file), text.slice(0, mutant.from) + mutant.text + text.slice(mutant.to));
    const stage = STAGES.findIndex((tests) => !passes(tests));
    writeFileSync(join(copy, mutant.file), text);
    if (stage >= 0) caught++;
    const was = text.slice(mutant.from, mutant.to).replaceAll(/\s+/g, ' ').slice(0, 60);
    const told = stage < 0 ? 'LIVES' : `caught at ${stage + 1}`;
    console.log(
      `${told} · ${mutant.file}:${mutant.line} · ${was} → ${mutant.text.replaceAll(/\s+/g, ' ').slice(0, 60)}`,
    );
    if ((i + 1) % 10 === 0) console.log(`${caught} of ${i + 1}`);
  }
} finally {
  rmSync(copy, { recursive: true, force: true });
}
console.log(
  `${caught} of ${drawn.length} changes noticed (${((caught / drawn.length) * 100).toFixed(1)} %), of ${drawn.length + all.length} possible`,
);
