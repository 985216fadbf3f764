import { readFileSync } from 'node:fs';
import type { IncomingMessage, ServerResponse } from 'node:http';
import { createRequire } from 'node:module';
import { join } from 'node:path';

type Handler = (request: IncomingMessage, response: ServerResponse) => Promise<void>;

/** Next's own server for a standalone build, without a port of its own. @param folder where its server.js lies */
export async function nextIn(folder: string): Promise<Handler> {
  const { config } = JSON.parse(readFileSync(join(folder, '.next/required-server-files.json'), 'utf8')) as {
    readonly config: object;
  };
  // As server.js of the standalone build hands it over.
  process.env['__NEXT_PRIVATE_STANDALONE_CONFIG'] = JSON.stringify(config);
  // Next tells of itself through this; nothing may leave the machine.
  process.env['NEXT_TELEMETRY_DISABLED'] = '1';
  process.chdir(folder);
  const next = createRequire(join(folder, 'server.js'))('next') as (options: object) => {
    readonly prepare: () => Promise<void>;
    readonly getRequestHandler: () => Handler;
  };
  const app = next({ dev: false, dir: folder, conf: config, quiet: true });
  await app.prepare();
  return app.getRequestHandler();
}
