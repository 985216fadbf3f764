#!/usr/bin/env node
// The `symplex` command: starts main.ts through tsx, which the project has as a dependency.
import { register } from 'tsx/esm/api';

register();
const { crashed } = await import('./outcome.ts');
process.exitCode = await import('./main.ts').then(({ main }) => main(process.argv.slice(2))).catch(crashed);
