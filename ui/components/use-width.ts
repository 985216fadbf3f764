'use client';
import { type RefObject, useEffect, useRef, useState } from 'react';
import { itemAt } from '@/core/algorithms';

/** The width of an element in CSS pixels, followed as it changes; 0 until it is known. */
export function useWidth<E extends HTMLElement>(): readonly [RefObject<E | null>, number] {
  const ref = useRef<E>(null);
  const [width, setWidth] = useState(0);
  useEffect(() => {
    const element = ref.current;
    if (!element) return;
    const watch = new ResizeObserver((entries) => setWidth(itemAt(entries, 0).contentRect.width));
    watch.observe(element);
    return () => watch.disconnect();
  }, []);
  return [ref, width];
}
