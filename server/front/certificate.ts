import { X509Certificate } from 'node:crypto';
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { homedir } from 'node:os';
import { join } from 'node:path';
import { generate } from 'selfsigned';
import { certifiedNames } from './hosts';
import type { Options } from './options';

const YEAR_MS = 365 * 86_400_000;

export interface Certificate {
  readonly cert: string;
  readonly key: string;
  /** Whether it was made here: then nobody vouches for it, and a phone says so. */
  readonly made: boolean;
}

/** The certificate that was given, else one made at the first start and kept for a year in the person's own folder. */
export async function certificate(options: Options): Promise<Certificate> {
  if (options.cert !== null && options.key !== null)
    return { cert: readFileSync(options.cert, 'utf8'), key: readFileSync(options.key, 'utf8'), made: false };
  const folder = join(process.env['SYMPLEX_HOME'] ?? join(homedir(), '.symplex'), 'tls');
  const { dns, ip } = certifiedNames(options);
  const kept = keptIn(folder);
  if (kept && covers(kept.cert, dns, ip)) return kept;
  const now = new Date();
  const { cert, private: key } = await generate([{ name: 'commonName', value: 'Symplex on this machine' }], {
    notBeforeDate: now,
    notAfterDate: new Date(now.getTime() + YEAR_MS),
    keyType: 'ec',
    algorithm: 'sha256',
    extensions: [
      { name: 'basicConstraints', cA: false },
      { name: 'keyUsage', digitalSignature: true },
      { name: 'extKeyUsage', serverAuth: true },
      {
        name: 'subjectAltName',
        altNames: [
          ...dns.map((value) => ({ type: 2 as const, value })),
          ...ip.map((a) => ({ type: 7 as const, ip: a })),
        ],
      },
    ],
  });
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  writeFileSync(join(folder, 'cert.pem'), cert);
  writeFileSync(join(folder, 'key.pem'), key, { mode: 0o600 });
  return { cert, key, made: true };
}

function keptIn(folder: string): Certificate | null {
  try {
    const read = (file: string) => readFileSync(join(folder, file), 'utf8');
    return { cert: read('cert.pem'), key: read('key.pem'), made: true };
  } catch {
    return null;
  }
}

/** Is it valid for a day at least, and made out to all of these? */
function covers(pem: string, dns: readonly string[], ip: readonly string[]): boolean {
  try {
    const cert = new X509Certificate(pem);
    const left = new Date(cert.validTo).getTime() - Date.now();
    return left > 86_400_000 && dns.every((n) => cert.checkHost(n)) && ip.every((a) => cert.checkIP(a));
  } catch {
    return false;
  }
}
