// Serves out/ on this machine only, with strict headers. Usage: serve.mjs [--port N]; without one, 3000 or the next free.
import { readFileSync } from 'node:fs';
import { createServer } from 'node:http';
import sirv from 'sirv';

const root = new URL('../out/', import.meta.url).pathname;
const policy = readFileSync(new URL('../out/content-security-policy.txt', import.meta.url), 'utf8').trim();
const asked = process.argv.indexOf('--port');
const wanted = asked > 0 ? Number(process.argv[asked + 1]) : null;
if (wanted !== null && !(Number.isInteger(wanted) && wanted >= 0 && wanted < 65536)) {
  console.error('serve: --port takes a number from 0 to 65535');
  process.exit(2);
}

const files = sirv(root, {
  etag: true,
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
