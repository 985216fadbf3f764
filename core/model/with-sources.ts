import type { Job, Source } from './documents';

/** The job with other sources; a single one has no side to itself. */
export function withSources(job: Job, sources: readonly Source[]): Job {
  const alone = sources.length === 1 && job.arrangement === 'side-each';
  return { ...job, sources, arrangement: alone ? 'both-sides' : job.arrangement };
}
