/** News of work under way that may still be on its way when the work is over. */
export type News<T> = (news: T) => void;

/**
 * Run work that tells of itself, and hear no more of it once it is over. News and result travel by channels of their
 * own, and nothing orders the two: without this a take that is measured could be "measuring" again, for good.
 */
export async function untilOver<T, R>(tell: News<T>, work: (tell: News<T>) => Promise<R>): Promise<R> {
  let over = false;
  const told: News<T> = (news) => {
    if (!over) tell(news);
  };
  return work(told).finally(() => {
    over = true;
  });
}
