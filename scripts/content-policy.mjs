// Collects the hashes of the inline scripts that Next writes into the pages, so that no other inline script can run.
import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';

/** The policy for all pages of a folder. @param {string} folder */
export function contentPolicy(folder) {
  const hashes = new Set();
  for (const file of readdirSync(folder, { recursive: true })) {
    if (!String(file).endsWith('.html')) continue;
    const html = readFileSync(`${folder}/${file}`, 'utf8');
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
  return `${policy}\n`;
}
