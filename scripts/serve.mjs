// Serves out/ on this machine only, with strict headers. Usage: serve.mjs [--port N]; without one, 3000 or the next free.
import { cpSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { createServer } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import sirv from 'sirv';

const wanted = askedPort();
const root = ownCopy();
const policy = readFileSync(join(root, 'content-security-policy.txt'), 'utf8').trim();
const notThere = readFileSync(join(root, '404.html'));

/** What is built anew while this serves must not cut a page that is under way: it serves what was there when it began. */
function ownCopy() {
  try {
    const copy = mkdtempSync(join(tmpdir(), 'symplex-serves-'));
    process.on('exit', () => rmSync(copy, { recursive: true, force: true }));
    cpSync(new URL('../out/', import.meta.url), copy, { recursive: true });
    return copy;
  } catch (e) {
    console.error(`serve: ${e.code === 'ENOENT' ? 'nothing is built yet: npm run demo builds and serves' : e.message}`);
    process.exit(1);
  }
}

function askedPort() {
  try {
    const { port } = parseArgs({ options: { port: { type: 'string' } } }).values;
    if (port === undefined) return null;
    if (/^\d+$/.test(port) && Number(port) < 65536) return Number(port);
    throw new Error('--port takes a number from 0 to 65535');
  } catch (e) {
    console.error(`serve: ${e.message}`);
    process.exit(2);
  }
}

const files = sirv(root, {
  // Looks each time: what has gone is not there, it does not break the answer.
  dev: true,
  etag: true,
  // As they were compressed when they were built.
  brotli: true,
  gzip: true,
  setHeaders(response, path) {
    response.setHeader(
      'Cache-Control',
      path.startsWith('/_next/static/') ? 'public, max-age=31536000, immutable' : 'no-cache',
    );
  },
});
/**
 * What is asked of a file: one range, the whole (several ranges, the last so many bytes, and units that are not bytes may be
 * ignored), or nothing that can be (RFC 9110, 14.1.1 and 14.2).
 */
function rangeOf(range) {
  if (range === undefined || !/^bytes\s*=/i.test(range)) return 'whole';
  const found = /^bytes=(\d{1,15})-(\d{1,15})?$/.exec(range);
  if (found) return found[2] === undefined || Number(found[1]) <= Number(found[2]) ? 'part' : 'none';
  const specs = range.replace(/^bytes\s*=/i, '').split(',');
  return specs.every((s) => /^\s*(\d{1,15}-\d{0,15}|-\d{1,15})\s*$/.test(s)) ? 'whole' : 'none';
}

const server = createServer((request, response) => {
  const range = rangeOf(request.headers.range);
  if (range !== 'part') delete request.headers.range;
  response.setHeader('Content-Security-Policy', policy);
  response.setHeader('X-Content-Type-Options', 'nosniff');
  response.setHeader('Referrer-Policy', 'no-referrer');
  response.setHeader('Cross-Origin-Opener-Policy', 'same-origin');
  response.setHeader('Permissions-Policy', 'camera=(), geolocation=(), microphone=(self)');
  if (request.method !== 'GET' && request.method !== 'HEAD') {
    response.writeHead(405, { Allow: 'GET, HEAD' }).end();
    return;
  }
  if (range === 'none') {
    response.writeHead(416).end();
    return;
  }
  // A part of a file is a part of the file itself, not of what it was compressed to.
  if (request.headers.range !== undefined) delete request.headers['accept-encoding'];
  files(request, response, () => {
    response.statusCode = 404;
    response.setHeader('Content-Type', 'text/html; charset=utf-8');
    response.end(notThere);
  });
});

let port = wanted ?? 3000;
server.on('error', (error) => {
  if (error.code === 'EADDRINUSE' && wanted === null && port < 3100) {
    port += 1;
    server.listen(port, '127.0.0.1');
  } else {
    console.error(`serve: ${error.message}`);
    process.exit(1);
  }
});
server.on('listening', () => console.log(`Symplex: http://localhost:${server.address().port}/`));
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => process.exit(0));
server.listen(port, '127.0.0.1');
