import { useEffect, useState } from 'react';

/** What shows the old one may still be reading it when the new one comes. */
const LINGERS_MS = 10_000;

/** An address within this page for something kept in memory; null until it is there. */
export function useObjectUrl(content: Blob | undefined): string | null {
  const [url, setUrl] = useState<string | null>(null);
  useEffect(() => {
    if (!content) return setUrl(null);
    const made = URL.createObjectURL(content);
    setUrl(made);
    return () => void setTimeout(() => URL.revokeObjectURL(made), LINGERS_MS);
  }, [content]);
  return url;
}
