// Files stay readable: none over 400 lines; folders are cut by what their files are about: none over 15 files,
// catalogues apart (docs/architecture.md).
import { execSync } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';
import { dirname } from 'node:path';

const LONGEST = 400;
const FULLEST = 15;
/** Folders with one thing a file. */
const CATALOGUES = ['src/core/rules', 'src/core/objectives'];
const files = execSync('git ls-files -co --exclude-standard', { encoding: 'utf8' })
  .split('\n')
  .filter((f) => /^(src|demo|bench|tests|bin)\/.*\.(ts|tsx|css|mjs)$/.test(f) && existsSync(f));
const wrong = [];
for (const file of files) {
  if (file.includes('/migrations/')) continue;
  const lines = readFileSync(file, 'utf8').split('\n').length;
  if (lines > LONGEST) wrong.push(`${file}: ${lines} lines, at most ${LONGEST}`);
}
const folders = new Map();
for (const file of files.filter((f) => f.startsWith('src/') && !/\.test\.tsx?$/.test(f))) {
  const folder = dirname(file);
  folders.set(folder, (folders.get(folder) ?? 0) + 1);
}
for (const [folder, count] of folders) {
  if (count > FULLEST && !CATALOGUES.includes(folder))
    wrong.push(`${folder}: ${count} files, at most ${FULLEST}`);
}
if (wrong.length > 0) {
  console.error(wrong.join('\n'));
  process.exit(1);
}
