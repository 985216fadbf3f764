import { catalogue } from '@/catalogue';
import {
  checkAnswer,
  diagnoseAnswer,
  diagnosisOf,
  jsonOf,
  kitAnswer,
  levelsAnswer,
  planAnswer,
  planFor,
  spiceAnswer,
  standingOf,
  toldIn,
} from '@/core/answer';
import { assess, mustAssess, report } from '@/core/assess';
import { NOTICES } from '@/core/diagnose';
import { askedBy, type Document, type DocumentProblem, type Drawer, type Job, type Setup } from '@/core/model';
import { type KitProgress, kitsFor, solver } from '@/core/plan';
import { firstFault, readDocument } from '@/core/read';
import { recordingOf, VOICE_RATE_HZ } from '@/core/render';
import { writeWav } from '@/core/wav';
import { type Asked, faultOf } from './asked';

/** What comes of a request: an answer, or what is wrong with it and where. Plain data, to cross threads. */
export type Worked =
  | { readonly ok: true; readonly type: 'application/json' | 'audio/wav'; readonly body: string | ArrayBuffer }
  | { readonly ok: false; readonly problem: DocumentProblem };

/** Thrown within this file only: the first fault found in what was sent. */
class Wrong extends Error {
  constructor(readonly problem: DocumentProblem) {
    super(problem.message);
  }
}

interface Body {
  readonly setup?: unknown;
  readonly job?: unknown;
  readonly jobs?: readonly unknown[];
  readonly drawer?: unknown;
  readonly fixes?: boolean;
  readonly with?: readonly string[];
  readonly whyNot?: string;
  readonly atOnce?: readonly string[];
  readonly mostG?: number;
  readonly noticed?: readonly string[];
  readonly answers?: readonly string[];
  readonly seconds?: number;
}

/** Compute what a request asks for. @param text its body */
export async function work(asked: Asked, text: string): Promise<Worked> {
  try {
    const body = bodyOf(asked, text);
    if (asked === 'render') return { ok: true, type: 'audio/wav', body: rendered(setupIn(body), body.seconds ?? 5) };
    return { ok: true, type: 'application/json', body: `${jsonOf(await answerTo(asked, body), 2)}\n` };
  } catch (e) {
    if (e instanceof Wrong) return { ok: false, problem: e.problem };
    throw e;
  }
}

function bodyOf(asked: Asked, text: string): Body {
  let body: unknown;
  try {
    body = JSON.parse(text);
  } catch (e) {
    throw new Wrong({ pointer: '', message: `This is not JSON: ${e instanceof Error ? e.message : String(e)}` });
  }
  const fault = faultOf(asked, body);
  if (fault) throw new Wrong(firstFault(fault));
  return body as Body;
}

async function answerTo(asked: Exclude<Asked, 'render'>, body: Body): Promise<unknown> {
  const drawer = drawerIn(body);
  switch (asked) {
    case 'check': {
      const setup = setupIn(body);
      const standing = body.fixes === false ? { causes: [], mends: [] } : standingOf(setup, drawer, catalogue);
      return checkAnswer(setup, assessed(setup), standing, catalogue);
    }
    case 'levels':
      return levelsAnswer(setupIn(body), catalogue);
    case 'spice': {
      const answer = spiceAnswer(setupIn(body), catalogue);
      if (!answer.ok) throw new Wrong({ pointer: '/setup', message: answer.problem.message });
      return answer.value;
    }
    case 'plan': {
      const job = jobIn(body.job, '/job');
      const wanted = (body.with ?? []).map((w, i) => askedIn(w, drawer, `/with/${i}`));
      const whyNot = body.whyNot === undefined ? null : askedIn(body.whyNot, drawer, '/whyNot');
      const all = [...(job.with ?? []), ...wanted];
      if (all.length > 3) throw new Wrong({ pointer: '/with', message: 'At most three things can be asked for.' });
      const full = all.length > 0 ? { ...job, with: all } : job;
      return planAnswer(full, planFor(full, drawer, catalogue, whyNot));
    }
    case 'kit': {
      const jobs = (body.jobs ?? []).map((j, i) => jobIn(j, `/jobs/${i}`));
      const twice = jobs.findIndex((j, i) => jobs.findIndex((o) => o.id === j.id) !== i);
      if (twice >= 0) throw new Wrong({ pointer: `/jobs/${twice}/id`, message: 'Two jobs have this id.' });
      const atOnce = body.atOnce ?? [];
      const stray = atOnce.find((id) => !jobs.some((j) => j.id === id));
      if (stray !== undefined)
        throw new Wrong({ pointer: `/atOnce/${atOnce.indexOf(stray)}`, message: 'This is none of the jobs.' });
      let last: KitProgress | null = null;
      const wish = { jobs, atOnce, mostG: body.mostG ?? null };
      for await (const p of kitsFor(wish, drawer, catalogue, solver)) last = p;
      return kitAnswer(last!, drawer, catalogue);
    }
    case 'diagnose': {
      const setup = setupIn(body);
      const { ids, events } = toldIn(body.noticed ?? [], body.answers ?? []);
      if (ids.length === 0) {
        const known = NOTICES.map((n) => n.words).join('; ');
        throw new Wrong({
          pointer: '/noticed',
          message: `None of it is understood. Say it as one of these: ${known}.`,
        });
      }
      return diagnoseAnswer(setup, ids, diagnosisOf(setup, drawer, events, catalogue));
    }
  }
}

function rendered(setup: Setup, seconds: number): ArrayBuffer {
  assessed(setup);
  return writeWav(VOICE_RATE_HZ, recordingOf(report(mustAssess(setup, catalogue)), setup, seconds)).slice().buffer;
}

function assessed(setup: Setup) {
  const found = assess(setup, catalogue);
  if (!found.ok) throw new Wrong({ pointer: '/setup', message: found.problem.message });
  return found.value;
}

/** Read as a file is: whatever older form it has, and refused as a file is. */
function documentIn<F extends Document['format']>(
  sent: unknown,
  format: F,
  pointer: string,
): Extract<Document, { format: F }> {
  const read = readDocument(JSON.stringify(sent), catalogue);
  if (!read.ok) throw new Wrong({ ...read.problem, pointer: `${pointer}${read.problem.pointer}` });
  const { value } = read;
  const isOf = (d: Document): d is Extract<Document, { format: F }> => d.format === format;
  if (!isOf(value)) throw new Wrong({ pointer: `${pointer}/format`, message: `The format must be ${format}.` });
  return value;
}

const setupIn = (body: Body): Setup => documentIn(body.setup, 'symplex.setup', '/setup');
const jobIn = (sent: unknown, pointer: string): Job => documentIn(sent, 'symplex.job', pointer);
const drawerIn = (body: Body): Drawer | null =>
  body.drawer === undefined ? null : documentIn(body.drawer, 'symplex.drawer', '/drawer');

function askedIn(word: string, drawer: Drawer | null, pointer: string) {
  const found = askedBy(word, drawer, catalogue);
  if (typeof found === 'string') throw new Wrong({ pointer, message: found });
  return found;
}
