// The command as plain files that need nothing but Node: what `npm pack` takes along (cli/dist, not kept in git).
import { copyFileSync, mkdirSync, rmSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';

const root = fileURLToPath(new URL('..', import.meta.url));
const outdir = `${root}cli/dist`;
rmSync(outdir, { recursive: true, force: true });
mkdirSync(outdir, { recursive: true });
await build({
  entryPoints: [`${root}cli/start.ts`],
  outdir,
  bundle: true,
  splitting: true,
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
copyFileSync(`${root}node_modules/highs/build/highs.wasm`, `${outdir}/highs.wasm`);
