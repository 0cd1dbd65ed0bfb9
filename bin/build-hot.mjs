// Compiles the hot loops of the engine to WebAssembly and writes each program down as text; with --check it only
// tells whether that is what the sources compile to.
import { readFileSync, writeFileSync } from 'node:fs';
import asc from 'assemblyscript/asc';

const FOLDER = 'src/core/engine/assembly';
// The loops of the search come once more, for memory that several threads share.
const SHARED = ['--sharedMemory', '--maximumMemory', '65536', '--enable', 'threads'];
const PROGRAMS = [
  {
    source: `${FOLDER}/index.ts`,
    target: 'src/core/engine/hot/compiled.ts',
    name: 'COMPILED',
    options: [],
  },
  {
    source: `${FOLDER}/index.ts`,
    target: 'src/core/engine/hot/compiled-shared.ts',
    name: 'COMPILED_SHARED',
    options: SHARED,
  },
  {
    source: `${FOLDER}/pricing/index.ts`,
    target: 'src/core/engine/prove/compiled.ts',
    name: 'PRICING',
    options: [],
  },
];
const ALWAYS = ['-O3', '--runtime', 'stub', '--importMemory', '--noAssert', '--outFile', 'hot.wasm'];

for (const { source, target, name, options } of PROGRAMS) {
  const text = `/* Made by bin/build-hot.mjs from ${FOLDER}; do not edit. */
export const ${name} =
  '${Buffer.from(await compile(source, options)).toString('base64')}';
`;
  if (!process.argv.includes('--check')) writeFileSync(target, text);
  else if (readFileSync(target, 'utf8') !== text) {
    console.error(`${target} is not what ${source} compiles to: run "npm run build:hot".`);
    process.exit(1);
  }
}

async function compile(source, options) {
  let program;
  const { error, stderr, stdout } = await asc
    .main([source, ...ALWAYS, ...options], {
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
  if (!error) return program;
  console.error(`${error.message}\n${stderr}${stdout}`);
  process.exit(1);
}
