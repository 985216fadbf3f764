// Prints the compressed script that the main route loads first, in kB; older browsers' polyfills (nomodule) apart.
import { readFileSync } from 'node:fs';
import { gzipSync } from 'node:zlib';

const out = new URL('../out/', import.meta.url);
const html = readFileSync(new URL('index.html', out), 'utf8');
const scripts = [...html.matchAll(/<script([^>]*)\ssrc="([^"]+)"([^>]*)>/g)];
const wanted = scripts.filter(([, a, , b]) => !/nomodule/i.test(a + b)).map(([, , src]) => src);
const total = [...new Set(wanted)].reduce(
  (sum, src) => sum + gzipSync(readFileSync(new URL(`.${src}`, out))).length,
  0,
);
console.log(`first load of the main route: ${(total / 1000).toFixed(0)} kB of script, compressed (bar: 230)`);
