import pino from 'pino';

const here = globalThis as typeof globalThis & { symplexLog?: pino.Logger };

/** What was asked, how it ended and how long it took; never what was sent. */
export function said(asked: string, status: number, startedMs: number): void {
  here.symplexLog ??= pino({ level: process.env['SYMPLEX_LOG'] ?? 'silent', base: null });
  here.symplexLog.info({ asked, status, ms: Math.round(Date.now() - startedMs) });
}
