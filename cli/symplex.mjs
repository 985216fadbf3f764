#!/usr/bin/env node
// The `symplex` command: starts main.ts through tsx, which the project has as a dependency.
import { register } from 'tsx/esm/api';

register();
const { main } = await import('./main.ts');
process.exitCode = await main(process.argv.slice(2));
