// After Next's build: puts together in build/ what the server serves and runs, so that nothing else is needed beside it.
import { cpSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';
import { bundleServiceWorker } from './bundle-service-worker.mjs';
import { contentPolicy } from './content-policy.mjs';
import { bundleForNode, putSolverIn } from './node-bundle.mjs';

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
await Promise.all([
  bundleForNode({ entryPoints: ['server/worker.ts'], outfile: `${out}worker.mjs` }),
  bundleForNode({ entryPoints: ['server/front/serve.ts'], outfile: `${out}serve.mjs` }),
]);
putSolverIn(out);

/** Done once here, not for every request: the best that each can do. @param {string} folder */
function compress(folder) {
  for (const file of readdirSync(folder, { recursive: true })) {
    if (!/\.(html|js|css|json|txt|svg|wasm)$/.test(String(file))) continue;
    const whole = readFileSync(folder + file);
    if (whole.length < 1000) continue;
    writeFileSync(`${folder}${file}.gz`, gzipSync(whole, { level: 9 }));
    writeFileSync(
      `${folder}${file}.br`,
      brotliCompressSync(whole, { params: { [constants.BROTLI_PARAM_QUALITY]: 11 } }),
    );
  }
}
