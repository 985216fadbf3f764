import { main } from './main';
import { crashed } from './outcome';

process.exitCode = await main(process.argv.slice(2)).catch(crashed);
