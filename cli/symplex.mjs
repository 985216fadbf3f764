#!/usr/bin/env node
// The `symplex` command. From its sources through tsx where they are; in a package, as it was bundled.
import { existsSync } from 'node:fs';

const start = new URL('./start.ts', import.meta.url);
if (existsSync(start)) {
  const { register } = await import('tsx/esm/api');
  register();
  await import(start.href);
} else {
  await import(new URL('./dist/start.js', import.meta.url).href);
}
