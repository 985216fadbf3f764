import { main } from './main';
import { crashed } from './outcome';

// Whoever reads has seen enough, as `| head` has: that is no fault, and there is nobody left to tell.
process.stdout.on('error', (e: NodeJS.ErrnoException) => {
  if (e.code !== 'EPIPE') throw e;
  process.exit();
});

process.exitCode = await main(process.argv.slice(2)).catch(crashed);
