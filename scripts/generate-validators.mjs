// Turns the JSON Schemas of public/schemas into plain validator functions, because the content security policy of the
// app refuses code made at run time. Runs before build, dev and tests; the result is not kept in git.
import { mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import Ajv from 'ajv';
import standaloneCode from 'ajv/dist/standalone/index.js';
import { build } from 'esbuild';

const folder = new URL('../public/schemas/', import.meta.url);
const out = new URL('../core/read/generated/', import.meta.url);

const ajv = new Ajv({
  code: { source: true, esm: true },
  strict: true,
  allowUnionTypes: true,
  discriminator: true,
  verbose: false,
});
const names = [];
for (const file of readdirSync(folder).sort()) {
  const schema = JSON.parse(readFileSync(new URL(file, folder), 'utf8'));
  ajv.addSchema(schema, file);
  names.push(file.replace('.schema.json', ''));
}
const exported = Object.fromEntries(names.map((n) => [n, `${n}.schema.json`]));
const { outputFiles } = await build({
  stdin: { contents: standaloneCode(ajv, exported), resolveDir: new URL('..', import.meta.url).pathname },
  bundle: true,
  format: 'esm',
  write: false,
  minify: true,
});
mkdirSync(out, { recursive: true });
writeFileSync(new URL('validators.js', out), outputFiles[0].text);
writeFileSync(
  new URL('validators.d.ts', out),
  `import type { ValidateFunction } from 'ajv';\n${names.map((n) => `export declare const ${n}: ValidateFunction;\n`).join('')}`,
);
