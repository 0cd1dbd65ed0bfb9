// Compiles the hot loops of the engine to WebAssembly and writes them down as src/core/engine/hot/compiled.ts;
// with --check it only tells whether that file is what the sources compile to.
import { readFileSync, writeFileSync } from 'node:fs';
import asc from 'assemblyscript/asc';

let program;
const SOURCE = 'src/core/engine/assembly/index.ts';
const TARGET = 'src/core/engine/hot/compiled.ts';
const { error, stderr, stdout } = await asc
  .main([SOURCE, '-O3', '--runtime', 'stub', '--importMemory', '--noAssert', '--outFile', 'hot.wasm'], {
    readFile: (name) => {
      try {
        return readFileSync(name, 'utf8');
      } catch {
        return null;
      }
    },
    writeFile: (name, contents) => {
      if (name === 'hot.wasm') program = contents;
    },
    listFiles: () => [],
  })
  .catch((cause) => ({ error: cause, stderr: '', stdout: '' }));
if (error) {
  console.error(`${error.message}\n${stderr}${stdout}`);
  process.exit(1);
}
const text = `/* Made by bin/build-hot.mjs from src/core/engine/assembly; do not edit. */
export const COMPILED =
  '${Buffer.from(program).toString('base64')}';
`;
if (!process.argv.includes('--check')) writeFileSync(TARGET, text);
else if (readFileSync(TARGET, 'utf8') !== text) {
  console.error(`${TARGET} is not what ${SOURCE} compiles to: run "npm run build:hot".`);
  process.exit(1);
}
