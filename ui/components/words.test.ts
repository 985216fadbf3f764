import { afterEach, expect, test, vi } from 'vitest';
import { today } from './words';

afterEach(() => vi.unstubAllEnvs());

test('the day is that of the place, not of Greenwich', () => {
  const instant = new Date('2026-11-27T22:30:00Z');
  for (const [zone, day] of [
    ['Pacific/Auckland', '2026-11-28'],
    ['UTC', '2026-11-27'],
    ['America/Los_Angeles', '2026-11-27'],
  ] as const) {
    vi.stubEnv('TZ', zone);
    expect([zone, today(instant)]).toEqual([zone, day]);
  }
});
