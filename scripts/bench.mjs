// The bench, bundled as the command and the server are: a loader that compiles on the way wraps each function that is made, and
// what is measured then is the loader.
import { rmSync } from 'node:fs';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { bundleForNode, putSolverIn } from './node-bundle.mjs';

// The command is measured as it is packed.
await import('./bundle-command.mjs');
const outdir = fileURLToPath(new URL('../.cache/bench', import.meta.url));
rmSync(outdir, { recursive: true, force: true });
await bundleForNode({ entryPoints: ['scripts/bench/index.ts'], outdir, outExtension: { '.js': '.mjs' } });
putSolverIn(outdir);
process.chdir(fileURLToPath(new URL('..', import.meta.url)));
await import(pathToFileURL(`${outdir}/index.mjs`).href);
