// Bundles the service worker of one version: with the list of all that it keeps, by what each file holds.
import { createHash } from 'node:crypto';
import { readdirSync, readFileSync, statSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';

const root = fileURLToPath(new URL('..', import.meta.url));
const hash = (file) => createHash('sha256').update(readFileSync(file)).digest('hex').slice(0, 16);
const filesIn = (folder) =>
  readdirSync(folder, { recursive: true })
    .map(String)
    .filter((f) => statSync(folder + f).isFile());

/**
 * @param {string} files what lies beside the pages, and where the worker is put
 * @param {string} pages the pages as Next wrote them
 */
export async function bundleServiceWorker(files, pages) {
  const kept = filesIn(files)
    .filter((f) => !/\.(gz|br|map|ts)$/.test(f) && !f.startsWith('schemas/') && f !== 'sw.js')
    .filter((f) => !f.endsWith('.html') && !f.endsWith('.txt'))
    .map((f) => ({ url: `/${f}`, revision: f.startsWith('_next/static/') ? null : hash(files + f) }));
  const opened = filesIn(pages)
    .filter((f) => f.endsWith('.html') && !f.startsWith('_') && !f.startsWith('404'))
    .map((f) => {
      const path = f.replace(/(^|\/)index\.html$/, '$1').replace(/\.html$/, '/');
      return { url: `/${path}`, revision: hash(pages + f) };
    });
  await build({
    entryPoints: [`${root}workers/service-worker.ts`],
    outfile: `${files}sw.js`,
    bundle: true,
    format: 'iife',
    target: 'es2022',
    minify: true,
    tsconfig: `${root}tsconfig.json`,
    define: {
      PRECACHED: JSON.stringify([...kept, ...opened].sort((a, b) => (a.url < b.url ? -1 : 1))),
      'process.env.NODE_ENV': '"production"',
    },
    logLevel: 'error',
  });
}
