// Serves what was built: pages and /api by Next's own server, files beside them, all with strict headers; this machine
// only, or with --lan the local network over TLS.
import { cpSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { createServer, type IncomingMessage, type RequestListener, type ServerResponse } from 'node:http';
import { createServer as createTlsServer } from 'node:https';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import sirv from 'sirv';
import { ADDRESS_HEADER } from '../address';
import { problem } from '../problem';
import { certificate } from './certificate';
import { hostsAllowed, isAllowedHost } from './hosts';
import { nextIn } from './next-in';
import { type Options, optionsFrom } from './options';
import { askedOf } from './range';
import { lanUrl, tellLan } from './tell-lan';

const built = fileURLToPath(new URL('.', import.meta.url));

const options = asked();
const root = ownCopy();
const policy = readFileSync(join(root, 'content-security-policy.txt'), 'utf8').trim();
process.env['SYMPLEX_WORKER'] = join(root, 'worker.mjs');

function asked(): Options {
  const found = optionsFrom(process.argv.slice(2));
  if (typeof found !== 'string') return found;
  console.error(`serve: ${found}`);
  process.exit(2);
}

/** What is built anew while this serves must not cut a page that is under way: it serves what was there when it began. */
function ownCopy(): string {
  try {
    const copy = mkdtempSync(join(tmpdir(), 'symplex-serves-'));
    process.on('exit', () => rmSync(copy, { recursive: true, force: true }));
    cpSync(built, copy, { recursive: true });
    return copy;
  } catch (e) {
    console.error(`serve: ${e instanceof Error ? e.message : String(e)}`);
    process.exit(1);
  }
}

const files = sirv(join(root, 'files'), {
  // Looks each time: what has gone is not there, it does not break the answer.
  dev: true,
  etag: true,
  // As they were compressed when they were built.
  brotli: true,
  gzip: true,
  setHeaders(response, path) {
    const isForever = path.startsWith('/_next/static/');
    response.setHeader('Cache-Control', isForever ? 'public, max-age=31536000, immutable' : 'no-cache');
  },
});

const HEADERS: Readonly<Record<string, string>> = {
  'Content-Security-Policy': policy,
  'X-Content-Type-Options': 'nosniff',
  'Referrer-Policy': 'no-referrer',
  'Cross-Origin-Opener-Policy': 'same-origin',
  'Cross-Origin-Resource-Policy': 'same-origin',
  'Permissions-Policy': 'camera=(self), geolocation=(), microphone=(self)',
};

/** Sent by the front itself: a refusal in the words of the interface. */
async function refuse(response: ServerResponse, refusal: Response): Promise<void> {
  response.writeHead(refusal.status, Object.fromEntries(refusal.headers)).end(await refusal.text());
}

const allowed = hostsAllowed(options);
const next = await nextIn(join(root, 'next'));

const listener: RequestListener = (request, response) => {
  for (const [name, value] of Object.entries(HEADERS)) response.setHeader(name, value);
  if (!isAllowedHost(request.headers.host, allowed)) {
    void refuse(response, problem(403, 'This server does not answer to that name.'));
    return;
  }
  const path = (request.url ?? '/').split('?', 1)[0] ?? '/';
  if (path === '/api' || path.startsWith('/api/')) return api(request, response);
  if (request.method !== 'GET' && request.method !== 'HEAD') {
    response.writeHead(405, { Allow: 'GET, HEAD' }).end();
    return;
  }
  const { range } = request.headers;
  const whole = askedOf(range);
  if (whole !== 'part') delete request.headers.range;
  if (whole === 'none') {
    response.writeHead(416).end();
    return;
  }
  // A part of a file is a part of the file itself, not of what it was compressed to.
  if (request.headers.range !== undefined) delete request.headers['accept-encoding'];
  files(request, response, () => {
    alwaysAsked(response);
    void next(request, response);
  });
};

/** A page is asked for each time: Next would have caches on the way keep it for a year, and an update would never be seen. */
function alwaysAsked(response: ServerResponse): void {
  const set = response.setHeader.bind(response);
  response.setHeader = (name, value) => set(name, name.toLowerCase() === 'cache-control' ? 'no-cache' : value);
}

/** A page of another place may not ask on behalf of whoever looks at it, unless that place was named. */
function api(request: IncomingMessage, response: ServerResponse): void {
  const { origin } = request.headers;
  if (origin !== undefined && options.origins.includes(origin)) {
    response.setHeader('Access-Control-Allow-Origin', origin);
    response.setHeader('Access-Control-Expose-Headers', 'Retry-After, Location');
    response.setHeader('Vary', 'Origin');
    if (request.method === 'OPTIONS') {
      response.setHeader('Access-Control-Allow-Methods', 'GET, POST, DELETE');
      response.setHeader('Access-Control-Allow-Headers', 'Content-Type');
      response.writeHead(204).end();
      return;
    }
  } else if (origin !== undefined && URL.canParse(origin) && new URL(origin).host !== request.headers.host) {
    void refuse(response, problem(403, 'Pages of other places may not ask here.'));
    return;
  }
  request.headers[ADDRESS_HEADER] = request.socket.remoteAddress ?? '';
  void next(request, response);
}

const tls = options.lan ? await certificate(options) : null;
const server = tls ? createTlsServer(tls, listener) : createServer(listener);
// Who is slow to say what it wants is let go; a long recording may take its time.
server.headersTimeout = 10_000;
server.requestTimeout = 0;
server.keepAliveTimeout = 5_000;

const address = options.lan ? '0.0.0.0' : '127.0.0.1';
let port = options.port ?? 3000;
server.on('error', (error: NodeJS.ErrnoException) => {
  if (error.code === 'EADDRINUSE' && options.port === null && port < 3100) {
    port += 1;
    server.listen(port, address);
  } else {
    console.error(`serve: ${error.message}`);
    process.exit(1);
  }
});
server.on('listening', () => {
  const at = (server.address() as AddressInfo).port;
  console.log(`Symplex: ${tls ? 'https' : 'http'}://localhost:${at}/`);
  const lan = tls && lanUrl(at);
  if (lan) process.env['SYMPLEX_LAN'] = lan;
  if (tls) void tellLan(lan, tls.made);
});

/** What is under way is answered; what only keeps a connection open is let go. */
function stop(): void {
  server.close(() => process.exit(0));
  server.closeIdleConnections();
  setTimeout(() => process.exit(0), 3000).unref();
}
for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, stop);
server.listen(port, address);
