'use client';
import { useEffect, useState } from 'react';

/** The server that this page came from, where there is one that does more than hand out files. */
export interface Server {
  /** Where the local network finds it; null where it serves this machine alone. */
  readonly lan: string | null;
}

/** Undefined while it is not known, null where there is none. */
export function useServer(): Server | null | undefined {
  const [server, setServer] = useState<Server | null | undefined>(undefined);
  useEffect(() => {
    let current = true;
    fetch('/api/health')
      .then(async (answer) => (answer.ok ? ((await answer.json()) as Server) : null))
      .catch(() => null)
      .then((found) => current && setServer(found && { lan: found.lan ?? null }));
    return () => {
      current = false;
    };
  }, []);
  return server;
}
