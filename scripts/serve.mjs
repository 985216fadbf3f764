// Serves out/ on this machine only, with strict headers. Usage: serve.mjs [--port N]; without one, 3000 or the next free.
import { readFileSync } from 'node:fs';
import { createServer } from 'node:http';
import { parseArgs } from 'node:util';
import sirv from 'sirv';

const root = new URL('../out/', import.meta.url).pathname;
const policy = readFileSync(new URL('../out/content-security-policy.txt', import.meta.url), 'utf8').trim();
const wanted = askedPort();

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
/** One range from here to there; any other is ignored and the whole is sent, as RFC 9110, 14.2 allows. */
function isPlainRange(range) {
  const found = /^bytes=(\d{1,15})-(\d{1,15})?$/.exec(range);
  return found !== null && (found[2] === undefined || Number(found[1]) <= Number(found[2]));
}

const server = createServer((request, response) => {
  if (request.headers.range !== undefined && !isPlainRange(request.headers.range)) delete request.headers.range;
  response.setHeader('Content-Security-Policy', policy);
  response.setHeader('X-Content-Type-Options', 'nosniff');
  response.setHeader('Referrer-Policy', 'no-referrer');
  response.setHeader('Cross-Origin-Opener-Policy', 'same-origin');
  response.setHeader('Permissions-Policy', 'camera=(), geolocation=(), microphone=(self)');
  if (request.method !== 'GET' && request.method !== 'HEAD') {
    response.writeHead(405, { Allow: 'GET, HEAD' }).end();
    return;
  }
  // A part of a file is a part of the file itself, not of what it was compressed to.
  if (request.headers.range !== undefined) delete request.headers['accept-encoding'];
  files(request, response, () => {
    response.statusCode = 404;
    response.setHeader('Content-Type', 'text/html; charset=utf-8');
    response.end(readFileSync(new URL('404.html', `file://${root}`)));
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
