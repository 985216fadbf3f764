#!/usr/bin/env node
// Adds inert entries for optional packages of other platforms that the registry here does not serve,
// so that `npm ci` accepts the lock file. Usage: fix-lock.mjs [package-lock.json]
import fs from 'node:fs';

const file = process.argv[2] ?? 'package-lock.json';
const lock = JSON.parse(fs.readFileSync(file, 'utf8'));
const systems = ['darwin', 'win32', 'android', 'freebsd', 'openharmony', 'openbsd', 'netbsd', 'sunos', 'aix'];
const processors = ['arm64', 'ia32', 'ppc64', 'riscv64', 's390x', 'loong64', 'mips64el', 'x64'];

let added = 0;
for (const parent of Object.values(lock.packages)) {
  for (const [name, version] of Object.entries(parent.optionalDependencies ?? {})) {
    const key = `node_modules/${name}`;
    if (lock.packages[key] || !/^\d/.test(version)) continue;
    const os = systems.find((s) => name.includes(s)) ?? 'linux';
    const cpu = name.includes('wasm')
      ? 'wasm32'
      : (processors.find((c) => name.includes(c)) ?? (/arm/.test(name) ? 'arm' : 'x64'));
    lock.packages[key] = { version, optional: true, os: [os], cpu: [cpu] };
    added += 1;
    console.log('added', name, version, os, cpu);
  }
}
fs.writeFileSync(file, `${JSON.stringify(lock, null, 2)}\n`);
console.log(added, 'entries added');
