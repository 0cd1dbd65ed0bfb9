// Files stay readable: none over 400 lines, folders of code not over 15 files (decisions of docs/architecture.md).
import { execSync } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';

const LONGEST = 400;
const files = execSync('git ls-files -co --exclude-standard', { encoding: 'utf8' })
  .split('\n')
  .filter((f) => /^(src|demo|bench|tests|bin)\/.*\.(ts|tsx|css|mjs)$/.test(f) && existsSync(f));
const wrong = [];
for (const file of files) {
  if (file.includes('/migrations/')) continue;
  const lines = readFileSync(file, 'utf8').split('\n').length;
  if (lines > LONGEST) wrong.push(`${file}: ${lines} lines, at most ${LONGEST}`);
}
if (wrong.length > 0) {
  console.error(wrong.join('\n'));
  process.exit(1);
}
