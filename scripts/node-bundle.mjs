// Bundles an entry as plain modules that need nothing but Node: the command, the server and its threads alike.
import { copyFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';

const root = fileURLToPath(new URL('..', import.meta.url));

/** @param {import('esbuild').BuildOptions} where its entry, from the root of the repository, and where it goes */
export const bundleForNode = ({ entryPoints, ...where }) =>
  build({
    entryPoints: entryPoints.map((entry) => root + entry),
    ...where,
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

/** The solver's own file, which it looks for beside what was bundled. @param {string} folder */
export const putSolverIn = (folder) =>
  copyFileSync(`${root}node_modules/highs/build/highs.wasm`, `${folder}/highs.wasm`);
