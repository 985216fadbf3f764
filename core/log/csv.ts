import { csvFormatRows } from 'd3-dsv';
import type { Entry } from '../model';

/** The log as CSV, one entry a row in the order of time; the same bytes for the same log. */
export const logCsv = (entries: readonly Entry[]): string =>
  `${csvFormatRows([
    ['at', 'did', 'what', 'setup', 'place', 'noticed', 'cause', 'act', 'seconds', 'went', 'note', 'parts'],
    ...[...entries]
      .sort((a, b) => (a.at === b.at ? (a.id < b.id ? -1 : 1) : a.at < b.at ? -1 : 1))
      .map((e) => [
        e.at,
        e.did,
        e.name,
        e.setup?.name ?? '',
        e.place ?? '',
        (e.noticed ?? []).join('; '),
        e.cause?.text ?? '',
        e.act ?? '',
        e.seconds === undefined ? '' : String(e.seconds),
        e.went ?? '',
        e.note ?? '',
        (e.parts ?? []).map((p) => p.name).join('; '),
      ]),
  ])}\n`;
