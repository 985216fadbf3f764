// After the build: collects the hashes of the inline scripts that Next writes into the pages, so that no other inline
// script can run. The policy lies beside the pages for whoever serves them; so does each file, compressed.
import { createHash } from 'node:crypto';
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';

const out = new URL('../out/', import.meta.url);
const hashes = new Set();
for (const file of readdirSync(out, { recursive: true })) {
  if (!file.endsWith('.html')) continue;
  const html = readFileSync(new URL(file, out), 'utf8');
  for (const [, attributes, body] of html.matchAll(/<script([^>]*)>([\s\S]*?)<\/script>/g)) {
    if (/\ssrc=/.test(attributes) || body === '') continue;
    hashes.add(`'sha256-${createHash('sha256').update(body).digest('base64')}'`);
  }
}
const policy = [
  "default-src 'none'",
  // The integer program solver of the kit is WebAssembly; no text is ever run as code.
  `script-src 'self' 'wasm-unsafe-eval' ${[...hashes].sort().join(' ')}`,
  "worker-src 'self'",
  "connect-src 'self'",
  "style-src 'self' 'unsafe-inline'",
  "img-src 'self' data: blob:",
  "media-src 'self' blob:",
  "font-src 'self'",
  "manifest-src 'self'",
  "base-uri 'none'",
  "form-action 'none'",
  "frame-ancestors 'none'",
].join('; ');
writeFileSync(new URL('content-security-policy.txt', out), `${policy}\n`);
console.log(`content security policy: ${hashes.size} inline scripts allowed by hash`);

// Done once here, not for every request: the best that each can do.
for (const file of readdirSync(out, { recursive: true })) {
  if (!/\.(html|js|css|json|txt|svg|wasm)$/.test(file) || file === 'content-security-policy.txt') continue;
  const at = new URL(file, out);
  const whole = readFileSync(at);
  if (whole.length < 1000) continue;
  writeFileSync(`${at.pathname}.gz`, gzipSync(whole, { level: 9 }));
  const params = { [constants.BROTLI_PARAM_QUALITY]: 9 };
  writeFileSync(`${at.pathname}.br`, brotliCompressSync(whole, { params }));
}
