// After Next's build: puts together in build/ what the server serves and runs, so that nothing else is needed beside it.
import { cpSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';
import { build } from 'esbuild';
import { bundleServiceWorker } from './bundle-service-worker.mjs';
import { contentPolicy } from './content-policy.mjs';

const root = fileURLToPath(new URL('..', import.meta.url));
const out = `${root}build/`;
const onlyCode = process.argv.includes('--only-code');

if (!onlyCode) {
  rmSync(out, { recursive: true, force: true });
  mkdirSync(`${out}files`, { recursive: true });
  cpSync(`${root}.next/standalone`, `${out}next`, { recursive: true });
  cpSync(`${root}.next/static`, `${out}files/_next/static`, { recursive: true });
  cpSync(`${root}public`, `${out}files`, { recursive: true });
  const pages = `${out}next/.next/server/app/`;
  writeFileSync(`${out}content-security-policy.txt`, contentPolicy(pages));
  await bundleServiceWorker(`${out}files/`, pages);
  compress(`${out}files/`);
}
await Promise.all([bundle('server/worker.ts', 'worker.mjs'), bundle('server/front/serve.ts', 'serve.mjs')]);
cpSync(`${root}node_modules/highs/build/highs.wasm`, `${out}highs.wasm`);

/** @param {string} entry @param {string} name */
async function bundle(entry, name) {
  await build({
    entryPoints: [root + entry],
    outfile: out + name,
    bundle: true,
    format: 'esm',
    platform: 'node',
    target: 'node20',
    minify: true,
    tsconfig: `${root}tsconfig.json`,
    // The solver looks for its own file beside it, and asks for `require` where it runs in Node.
    banner: {
      js: "import { createRequire as toRequire } from 'node:module'; const require = toRequire(import.meta.url); import { fileURLToPath as toPath } from 'node:url'; import { dirname as upOf } from 'node:path'; const __filename = toPath(import.meta.url); const __dirname = upOf(__filename);",
    },
    logLevel: 'error',
  });
}

/** Done once here, not for every request: the best that each can do. @param {string} folder */
function compress(folder) {
  for (const file of readdirSync(folder, { recursive: true })) {
    if (!/\.(html|js|css|json|txt|svg|wasm)$/.test(String(file))) continue;
    const whole = readFileSync(folder + file);
    if (whole.length < 1000) continue;
    writeFileSync(`${folder}${file}.gz`, gzipSync(whole, { level: 9 }));
    writeFileSync(
      `${folder}${file}.br`,
      brotliCompressSync(whole, { params: { [constants.BROTLI_PARAM_QUALITY]: 9 } }),
    );
  }
}
