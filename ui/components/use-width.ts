'use client';
import { type RefCallback, useLayoutEffect, useState } from 'react';
import { itemAt } from '@/core/algorithms';

/**
 * The width of an element in CSS pixels, followed as it changes; 0 until it is known. The element may come later than the
 * component that asks.
 */
export function useWidth<E extends HTMLElement>(): readonly [RefCallback<E>, number, E | null] {
  const [element, setElement] = useState<E | null>(null);
  const [width, setWidth] = useState(0);
  // Known before anything is painted: what is drawn to it does not push away what stands below.
  useLayoutEffect(() => {
    if (!element) return;
    const { paddingLeft, paddingRight } = getComputedStyle(element);
    setWidth(element.clientWidth - Number.parseFloat(paddingLeft) - Number.parseFloat(paddingRight));
    const watch = new ResizeObserver((entries) => setWidth(itemAt(entries, 0).contentRect.width));
    watch.observe(element);
    return () => watch.disconnect();
  }, [element]);
  return [setElement, width, element];
}
