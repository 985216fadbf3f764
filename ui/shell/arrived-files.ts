'use client';
import { useEffect, useRef, useSyncExternalStore } from 'react';

/** Files that came from anywhere but a field for them, by the screen that reads them. */
type Reader = 'files' | 'check';
const waiting: Record<Reader, readonly File[]> = { files: [], check: [] };
const listeners = new Set<() => void>();

/** Sound by its name or kind; whatever else there is, Files says what is wrong with it. */
const readerOf = (file: File): Reader =>
  /^(audio|video)\//.test(file.type) || /\.(wav|mp3|m4a|aac|ogg|opus|flac|mp4|mov|webm)$/i.test(file.name)
    ? 'check'
    : 'files';

/** Hand files to the screens that read them. @returns the address of the first that has something to read, or null */
export function arrive(files: readonly File[]): string | null {
  for (const file of files) waiting[readerOf(file)] = [...waiting[readerOf(file)], file];
  for (const l of listeners) l();
  const [first] = files;
  return first ? `/${readerOf(first)}/` : null;
}

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};
const NONE: readonly File[] = [];

/** Reads what arrived for this screen, once. */
export function useArrived(reader: Reader, read: (files: readonly File[]) => unknown): void {
  const files = useSyncExternalStore(
    subscribe,
    () => waiting[reader],
    () => NONE,
  );
  const now = useRef(read);
  now.current = read;
  useEffect(() => {
    if (files.length === 0) return;
    waiting[reader] = NONE;
    now.current(files);
  }, [files, reader]);
}
