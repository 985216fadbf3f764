'use client';
import { useRef, useState } from 'react';
import type { Report } from '@/core/assess';
import type { KnobTable, Way } from '@/core/call';
import type { Diagnosis, HuntEvent, Seen } from '@/core/diagnose';
import type { Levels, Wish } from '@/core/levels';
import type { Standing } from '@/core/mend';
import {
  type Drawer,
  isFader,
  type Job,
  type JointId,
  type Part,
  type PartId,
  type Setup,
  type With,
} from '@/core/model';
import type {
  AsTold,
  Conflict,
  HubPorts,
  KitProgress,
  KitWish,
  PlanProgress,
  Quieter,
  Relaxation,
  Swap,
  Told,
  Uses,
  WhyNot,
} from '@/core/plan';
import type { FirstAid } from '@/core/run';
import type { Act, PluggingOrder } from '@/core/standin';
import { usual } from '@/store';
import {
  type CloseUp,
  findConflict,
  findDiagnosis,
  findFirstAid,
  findHubPorts,
  findKits,
  findKnobTables,
  findLevels,
  findMends,
  findOpeners,
  findOrder,
  findQuieter,
  findSwaps,
  findUses,
  findWay,
  findWhyNot,
  judge,
  lookCloser,
  makeAsTold,
  planJob,
  stopPlan,
  type Tried,
  tryOut,
} from '@/workers';
import { failing, useAskedEffect } from './elsewhere';
import { useFound } from './use-found';
import { classOf } from './words';

export interface Judgement {
  /** The newest report there is; while a newer one is on its way, the one before. */
  readonly report: Report | null;
  readonly setup: Setup | null;
  readonly problem: string | null;
}

/**
 * The report of a setup, from the other thread. While a knob is turned each report is shown as it comes, as long as it is
 * newer than the one that stands: figures follow the hand even where judging takes longer than the next move.
 */
export function useReport(setup: Setup | null | undefined): Judgement {
  const [state, setState] = useState<Judgement>({ report: null, setup: null, problem: null });
  const asked = useRef(0);
  const shown = useRef(0);
  useAskedEffect(() => {
    if (!setup) return;
    asked.current += 1;
    const mine = asked.current;
    void judge(setup).then((judged) => {
      if (!judged || mine < shown.current) return;
      shown.current = mine;
      if (!judged.ok) failing('This setup')(judged.message);
      setState(
        judged.ok ? { report: judged.report, setup, problem: null } : { report: null, setup, problem: judged.message },
      );
    });
  }, [setup]);
  return state;
}

/** Answers to a job, growing while the search goes on. */
export function usePlan(job: Job | null | undefined, drawer: Drawer | null | undefined) {
  const [progress, setProgress] = useState<PlanProgress | null>(null);
  const [searching, setSearching] = useState(false);
  useAskedEffect(() => {
    if (!job || drawer === undefined) return;
    let wanted = true;
    setSearching(true);
    setProgress(null);
    // The last news can come after the search has said that it ended: it is over when the news says so.
    planJob(job, drawer, (p) => {
      if (!wanted) return;
      setProgress(p);
      if (p.done) setSearching(false);
    }).then(
      (complete) => wanted && !complete && setSearching(false),
      (e: unknown) => {
        if (!wanted) return;
        setSearching(false);
        failing('Chains for this job')(e);
      },
    );
    return () => {
      wanted = false;
    };
  }, [job, drawer]);
  const stop = () => {
    stopPlan().catch(failing('Stop'));
    setSearching(false);
  };
  return { progress, searching, stop };
}

/** Why a setup is ill and what would mend it, best first; searched for once it has stood still for a moment. */
export function useMends(setup: Setup | null | undefined, drawer: Drawer | null | undefined, wanted: boolean) {
  const [state, setState] = useState<{
    readonly setup: Setup | null;
    readonly standing: Standing;
    readonly done: boolean;
  }>({ setup: null, standing: NOTHING_KNOWN, done: false });
  useAskedEffect(() => {
    if (!setup || drawer === undefined || !wanted) return;
    let current = true;
    const timer = setTimeout(() => {
      void findMends(setup, drawer, (standing) => {
        if (current) setState({ setup, standing, done: false });
      }).then(
        (complete) => {
          if (current && complete)
            setState((s) => ({ setup, standing: s.setup === setup ? s.standing : NOTHING_KNOWN, done: true }));
        },
        (e: unknown) => {
          if (!current) return;
          setState({ setup, standing: NOTHING_KNOWN, done: true });
          failing('Why it fails, and what would fix it')(e);
        },
      );
    }, 30);
    return () => {
      current = false;
      clearTimeout(timer);
    };
  }, [setup, drawer, wanted]);
  return state.setup === setup && wanted ? state : { standing: NOTHING_KNOWN, done: !wanted };
}

const NOTHING_KNOWN: Standing = { causes: [], mends: [] };

/** Where a hunt for a fault stands; `diagnosis` stays while the next is worked out. */
export function useDiagnosis(
  setup: Setup,
  drawer: Drawer | null | undefined,
  seen: readonly Seen[] | undefined,
  events: readonly HuntEvent[],
) {
  const [state, setState] = useState<{
    readonly diagnosis: Diagnosis | null;
    /** The events that it is of. */
    readonly events: readonly HuntEvent[] | null;
    readonly share: number;
  }>({ diagnosis: null, events: null, share: 0 });
  useAskedEffect(() => {
    if (drawer === undefined || seen === undefined) return;
    let current = true;
    void findDiagnosis(setup, drawer, seen, events, ({ done, of, diagnosis }) => {
      if (current) setState((s) => (diagnosis ? { diagnosis, events, share: done / of } : { ...s, share: done / of }));
    }).catch(failing('What is the matter'));
    return () => {
      current = false;
    };
  }, [setup, drawer, seen, events]);
  return { diagnosis: state.diagnosis, isOld: state.events !== events, share: state.share };
}

/** What to do first if it fails; null while it is worked out, with how far that is. */
export function useFirstAid(setup: Setup, drawer: Drawer | null | undefined, seen: readonly Seen[] | undefined) {
  const found = useFound<{ readonly aid: readonly FirstAid[] | null; readonly share: number }>(
    'What to do first if it fails',
    (tell) =>
      drawer === undefined || seen === undefined
        ? null
        : findFirstAid(setup, drawer, seen, ({ done, of, aid }) => tell({ aid, share: done / of })),
    [setup, drawer, seen],
  );
  return found ?? NOT_BEGUN;
}

const NOT_BEGUN = { aid: null, share: 0 } as const;

/** What else fits in a part's place; null while it is computed. */
export const useSwaps = (
  setup: Setup,
  part: PartId | null,
  drawer: Drawer | null | undefined,
): readonly Swap[] | null =>
  useFound<readonly Swap[]>(
    'What else fits here',
    (tell) => (part === null || drawer === undefined ? null : findSwaps(setup, part, drawer).then(tell)),
    [setup, part, drawer],
  );

/** Windows and settings for a setup that stands still; what was found for the one before stays until there is news. */
export function useLevels(setup: Setup | null | undefined, wish: Wish): Levels | null {
  const [levels, setLevels] = useState<Levels | null>(null);
  useAskedEffect(() => {
    if (!setup) return;
    let current = true;
    const timer = setTimeout(() => {
      void findLevels(setup, wish, (l) => {
        if (current) setLevels((before) => (l.windows.length > 0 || !before ? l : { ...l, windows: before.windows }));
      }).catch(failing('Where the knobs may stand'));
    }, 60);
    return () => {
      current = false;
      clearTimeout(timer);
    };
  }, [setup, wish]);
  return levels;
}

/** What would bring hum down; null while it is computed. */
export const useQuieter = (
  setup: Setup,
  drawer: Drawer | null | undefined,
  wanted: boolean,
): readonly Quieter[] | null =>
  useFound<readonly Quieter[]>(
    'What would bring the hum down',
    (tell) => (!wanted || drawer === undefined ? null : findQuieter(setup, drawer).then(tell)),
    [setup, drawer, wanted],
  );

/** A joint's contacts when it is open, and the plug's way in; null until they are known. */
export const useCloseUp = (setup: Setup, joint: JointId): CloseUp | null =>
  useFound<CloseUp>('This connection', (tell) => lookCloser(setup, joint).then(tell), [setup, joint], 'keeps');

/** The stand-in device after these acts; null until it is known. */
export const useStandIn = (setup: Setup, acts: readonly Act[]): Tried | null =>
  useFound<Tried>('The stand-in', (tell) => tryOut(setup, acts).then(tell), [setup, acts], 'keeps');

/** The shortest order of plugging; undefined while it is sought, null when there is none. */
export function useOrder(setup: Setup): PluggingOrder | null | undefined {
  const found = useFound<{ readonly order: PluggingOrder | null }>(
    'The order of plugging',
    (tell) => findOrder(setup).then((order) => tell({ order })),
    [setup],
  );
  return found?.order;
}

/**
 * Which fader carries whom to whom; null until it is known. It hangs on how things are plugged, not on where knobs stand:
 * while one is turned what was found stays.
 */
export function useKnobTables(setup: Setup, wanted: boolean): readonly KnobTable[] | null {
  const asWired = JSON.stringify({ ...setup, parts: setup.parts.map(withoutFaders) });
  return useFound<readonly KnobTable[]>(
    'Which knob carries whom',
    (tell) => (wanted ? findKnobTables(JSON.parse(asWired)).then(tell) : null),
    [asWired, wanted],
    'keeps',
  );
}

/** The connections that carry a voice to a listener; null until they are known, or while nothing is asked. */
export function useWay(setup: Setup, pair: { readonly from: string; readonly to: string } | null): Way | null {
  const key = pair ? JSON.stringify([pair.from, pair.to]) : null;
  const found = useFound<{ readonly key: string; readonly way: Way }>(
    'The way of this voice',
    (tell) => {
      if (key === null) return null;
      const [from, to] = JSON.parse(key) as [string, string];
      return findWay(setup, from, to).then((way) => tell({ key, way }));
    },
    [setup, key],
    'keeps',
  );
  return found && found.key === key ? found.way : null;
}

function withoutFaders({ knobs = {}, ...part }: Part): Part {
  const faders = new Set((classOf(part).knobs ?? []).filter(isFader).map((k) => k.id));
  return { ...part, knobs: Object.fromEntries(Object.entries(knobs).filter(([k]) => !faders.has(k))) };
}

/** Hubs whose pieces would be better off in other sockets; empty until it is known. */
export const useHubPorts = (setup: Setup): readonly HubPorts[] =>
  useFound<readonly HubPorts[]>('Which socket for which piece', (tell) => findHubPorts(setup).then(tell), [setup]) ??
  NONE;

const NONE: readonly never[] = [];

interface Openers {
  readonly found: readonly Relaxation[];
  readonly done: boolean;
}
const NO_OPENERS: Openers = { found: [], done: false };

/** What would open a way for a job that has none; searched for only where it is wanted. */
export const useOpeners = (job: Job | null | undefined, drawer: Drawer | null | undefined, wanted: boolean): Openers =>
  useFound<Openers>(
    'What would open a way',
    (tell) => {
      if (!job || drawer === undefined || !wanted) return null;
      let last = NO_OPENERS;
      return findOpeners(job, drawer, (found) => {
        last = { found, done: false };
        tell(last);
      }).finally(() => tell({ ...last, done: true }));
    },
    [job, drawer, wanted],
  ) ?? NO_OPENERS;

/** Which wishes of a job cannot hold together; null until it is known. */
export const useConflict = (job: Job, drawer: Drawer | null | undefined, wanted: boolean): Conflict | null =>
  useFound<Conflict>(
    'Which wishes cannot hold together',
    (tell) => (drawer === undefined || !wanted ? null : findConflict(job, drawer, tell)),
    [job, drawer, wanted],
  );

/** Why a part is not in the answers; null while it is sought, or where nothing is asked. */
export const useWhyNot = (job: Job, drawer: Drawer | null | undefined, asked: With | null): WhyNot | null =>
  useFound<WhyNot>(
    'Why not this part',
    (tell) => (drawer === undefined || !asked ? null : findWhyNot(job, drawer, asked, tell)),
    [job, drawer, asked],
  );

/** The setup of a chain that is told, growing better while the search goes on; null until there is news. */
export const useAsTold = (told: Told, named: Pick<Setup, 'id' | 'name'>): AsTold | null => {
  const key = JSON.stringify([told, named]);
  return useFound<AsTold>(
    'The chain that you told',
    (tell) => {
      const [asked, called] = JSON.parse(key) as [Told, Pick<Setup, 'id' | 'name'>];
      return makeAsTold(asked, called, usual(), tell);
    },
    [key],
  );
};

/** What each class is good for among these jobs; null until it is known. Sought again only when they or the drawer change. */
export function useUses(jobs: readonly Job[], drawer: Drawer | null | undefined, wanted: boolean): Uses | null {
  const key = JSON.stringify(jobs);
  return useFound<Uses>(
    'What each piece is good for',
    (tell) => (drawer === undefined || !wanted ? null : findUses(JSON.parse(key), drawer, tell)),
    [key, drawer, wanted],
  );
}

/** Kits for several jobs, sought when asked. */
export function useKits() {
  const [problem, setProblem] = useState<string | null>(null);
  const [progress, setProgress] = useState<KitProgress | null>(null);
  const [searching, setSearching] = useState(false);
  const asked = useRef(0);
  const find = (wish: KitWish, drawer: Drawer | null) => {
    asked.current += 1;
    const mine = asked.current;
    setSearching(true);
    setProgress(null);
    setProblem(null);
    findKits(wish, drawer, (p) => {
      if (asked.current !== mine) return;
      setProgress(p);
      if (p.done) setSearching(false);
    }).catch((e: unknown) => {
      if (asked.current !== mine) return;
      setProblem(e instanceof Error ? e.message : String(e));
      setSearching(false);
    });
  };
  const stop = () => {
    asked.current += 1;
    stopPlan().catch(failing('Stop'));
    setSearching(false);
  };
  return { progress, problem, searching, find, stop };
}
