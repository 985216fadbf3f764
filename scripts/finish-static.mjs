// After the static build: the policy of headers for whoever serves out/, and the service worker that keeps its pages.
import { writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { bundleServiceWorker } from './bundle-service-worker.mjs';
import { contentPolicy } from './content-policy.mjs';

const out = fileURLToPath(new URL('../out/', import.meta.url));
const policy = contentPolicy(out);
writeFileSync(`${out}content-security-policy.txt`, policy);
await bundleServiceWorker(out, out);
console.log(`out/ is built. Send with each page: Content-Security-Policy: ${policy.slice(0, 60)}...`);
