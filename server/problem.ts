import type { DocumentProblem } from '@/core/model';

/** What each refusal is called; RFC 9457 asks for a title that is the same each time. */
const TITLES = {
  400: 'Not understood',
  403: 'Not allowed',
  404: 'Not there',
  405: 'Not done this way',
  408: 'Too slow',
  410: 'Gone',
  411: 'No length told',
  413: 'Too large',
  415: 'Another kind of content is wanted',
  422: 'There is a fault in it',
  429: 'Too many requests',
  500: 'A fault of the program',
  503: 'Busy',
} as const;
export type Refusal = keyof typeof TITLES;

/** A refusal as `application/problem+json` (RFC 9457): what is wrong, where, and what to do. */
export function problem(
  status: Refusal,
  detail: string,
  more: { readonly pointer?: DocumentProblem['pointer']; readonly afterS?: number; readonly allow?: string } = {},
): Response {
  const { pointer, afterS, allow } = more;
  return new Response(
    `${JSON.stringify({ type: 'about:blank', title: TITLES[status], status, detail, ...(pointer === undefined ? {} : { pointer }) })}\n`,
    {
      status,
      headers: {
        'Content-Type': 'application/problem+json',
        'Cache-Control': 'no-store',
        ...(afterS === undefined ? {} : { 'Retry-After': String(afterS) }),
        ...(allow === undefined ? {} : { Allow: allow }),
      },
    },
  );
}
