import { expect, test } from 'vitest';
import { type News, untilOver } from './until-over';

test('news that comes after the result is not heard', async () => {
  const heard: number[] = [];
  let late: News<number> = () => {};
  const result = await untilOver(
    (share: number) => heard.push(share),
    async (tell) => {
      late = tell;
      tell(0.5);
      return 'measured';
    },
  );
  late(0.9);
  expect(result).toBe('measured');
  expect(heard).toEqual([0.5]);
});

test('nor when the work failed, and the failure is passed on', async () => {
  const heard: number[] = [];
  let late: News<number> = () => {};
  const work = untilOver(
    (share: number) => heard.push(share),
    async (tell) => {
      late = tell;
      throw new Error('the thread is gone');
    },
  );
  await expect(work).rejects.toThrow('the thread is gone');
  late(0.9);
  expect(heard).toEqual([]);
});
