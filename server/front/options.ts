import { parseArgs } from 'node:util';

/** How it is to be served. */
export interface Options {
  /** Null for 3000 or the next that is free. */
  readonly port: number | null;
  readonly lan: boolean;
  /** Further names under which it answers. */
  readonly names: readonly string[];
  /** Places whose pages may ask the interface over HTTP, as "https://desk.example". */
  readonly origins: readonly string[];
  readonly cert: string | null;
  readonly key: string | null;
}

/** Read what stands on the line; else what is wrong with it. */
export function optionsFrom(args: readonly string[]): Options | string {
  let values: ReturnType<typeof parse>;
  try {
    values = parse(args);
  } catch (e) {
    return e instanceof Error ? e.message : String(e);
  }
  const { port, lan = false, name = [], 'allow-origin': origins = [], cert = null, key = null } = values;
  if (port !== undefined && !(/^\d+$/.test(port) && Number(port) < 65536))
    return '--port takes a number from 0 to 65535';
  for (const origin of origins)
    if (!URL.canParse(origin) || new URL(origin).origin !== origin)
      return `--allow-origin takes a place as a browser tells it, like https://desk.example: not "${origin}"`;
  if ((cert === null) !== (key === null)) return '--cert and --key go together';
  if (cert !== null && !lan) return '--cert and --key are for --lan';
  return { port: port === undefined ? null : Number(port), lan, names: name, origins, cert, key };
}

const parse = (args: readonly string[]) =>
  parseArgs({
    args: [...args],
    options: {
      port: { type: 'string' },
      lan: { type: 'boolean' },
      name: { type: 'string', multiple: true },
      'allow-origin': { type: 'string', multiple: true },
      cert: { type: 'string' },
      key: { type: 'string' },
    },
  }).values;
