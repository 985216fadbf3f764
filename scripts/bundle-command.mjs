// The command as plain files that need nothing but Node: what `npm pack` takes along (cli/dist, not kept in git).
import { mkdirSync, rmSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { bundleForNode, putSolverIn } from './node-bundle.mjs';

const outdir = fileURLToPath(new URL('../cli/dist', import.meta.url));
rmSync(outdir, { recursive: true, force: true });
mkdirSync(outdir, { recursive: true });
await bundleForNode({ entryPoints: ['cli/start.ts'], outdir, splitting: true });
putSolverIn(outdir);
