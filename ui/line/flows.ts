import { oneWith } from '@/core/algorithms';
import type { Report } from '@/core/assess';
import { figure, minutesText } from '@/core/format';
import type { GateName } from '@/core/gates';
import { hearsFarEnd, type PartId, type Setup } from '@/core/model';
import { appOf, classOf, lower, nameIn } from '../components';
import type { Flow } from './flow-lane';

/** Whether a gate has found a part wanting; a flow has no judgement of its own. */
const fails = (report: Report, gate: GateName, part: PartId, unit?: string): boolean =>
  oneWith(report.verdicts, 'gate', gate).findings.some(
    (f) => f.status === 'fail' && f.part === part && (unit === undefined || f.unit === unit),
  );

/** Who powers what: chargers, ports with what each piece draws of them, phantom power. */
export function powerFlows(report: Report): readonly Flow[] {
  const shown = new Set<string>();
  const portsFirst = [...report.usb].sort((a, b) => Number(a.port === null) - Number(b.port === null));
  const draws = portsFirst.flatMap((s) =>
    s.pieces.flatMap((p): readonly Flow[] => {
      // What several supplies carry in turn is told at the first.
      // All ports of a part together are told port by port; what feeds a hub in the device's stead has no port.
      if (shown.has(p.part) || (s.port === null && s.part !== report.feed?.part)) return [];
      shown.add(p.part);
      const label = `${figure(p.drawMa)} of ${figure(s.supplyMa)} mA`;
      return [{ from: s.part, to: p.part, label, wrong: s.loadMa > s.supplyMa }];
    }),
  );
  const { feed } = report;
  const charge: readonly Flow[] = feed
    ? [
        {
          from: feed.part,
          to: report.device,
          label: `charges with up to ${figure(feed.chargeMa)} mA`,
          wrong: false,
          dashes: '9 4',
        },
      ]
    : [];
  const phantom = report.phantom.map(
    (f): Flow => ({
      from: f.from,
      to: f.to,
      label: `${figure(f.volt)} V, ${figure(f.milliampere, 1)} mA`,
      wrong: f.milliampere > f.mostMa,
      dashes: '2 3',
    }),
  );
  return [...charge, ...draws, ...phantom];
}

const hours = (minutes: number | null): string => (minutes === null ? 'stays charged' : minutesText(minutes));

/** What runs by itself: batteries with how long they last, and what stands on the mains. */
export function ownPower(setup: Setup, report: Report) {
  const cells = report.runtimes.map((r) => ({
    part: r.part,
    top: r.part === report.device ? 'battery' : r.part === report.feed?.part ? 'power bank' : 'own cells',
    bottom: hours(r.minutes),
    wrong: fails(report, 'powered', r.part, 'min'),
  }));
  const mains = setup.parts
    .filter((p) => classOf(p).needs?.includes('mains'))
    .map((p) => ({ part: p.id, top: 'from the', bottom: 'mains', wrong: fails(report, 'powered', p.id, 'outlets') }));
  return [...cells, ...mains];
}

const total = (steps: Report['delays']['own']): number => steps.reduce((sum, s) => sum + s.ms, 0);

/** What is heard, from right to left: from the app to the part that plays, from there to ears; and by wire past the app. */
export function returnFlows(setup: Setup, report: Report): readonly Flow[] {
  const app = appOf(report.app);
  const { hearing } = setup.job;
  const own = hearing === 'myself';
  const plays = own ? report.monitors : true;
  const steps = own ? report.delays.own : [];
  const inApp = steps.filter((s) => s.what === 'app');
  // The limit is the gate's: what may be late, and how late.
  const limit = oneWith(report.verdicts, 'gate', 'heard').findings.find((f) => f.unit === 'ms')?.limit;
  const late = (ms: number) => (limit == null ? `${figure(ms)} ms` : `${figure(ms)} of ${limit} ms`);
  const heard = report.ears.filter((e) => e.leftSpl > 0 || e.rightSpl > 0);
  const silent = report.ears.filter((e) => e.leftSpl === 0 && e.rightSpl === 0 && direct(e) === 0);
  const first: readonly Flow[] =
    plays && hearing !== 'nothing'
      ? [
          {
            from: null,
            to: report.playbackPart,
            label: own
              ? `plays what it records, ${figure(total(inApp))} ms`
              : `plays the ${app.networkMs ? 'caller' : 'sound'}`,
            wrong: false,
          },
        ]
      : [];
  const ears = plays
    ? heard.map(
        (e): Flow => ({
          from: report.playbackPart,
          to: e.part,
          label: `${figure(Math.min(e.leftSpl, e.rightSpl))} dB${own && steps.length > 0 ? `, ${late(total(steps))} late` : ''}`,
          wrong: fails(report, 'heard', e.part),
        }),
      )
    : [];
  const wires = report.ears
    .filter((e) => direct(e) > 0)
    .map(
      (e): Flow => ({
        from: hangsOn(setup, e.part),
        to: e.part,
        label: `by wire: own voice ${figure(direct(e))} dB, ${figure(total(report.delays.direct))} ms`,
        wrong: false,
        dashes: '2 3',
      }),
    );
  const lost = silent.map(
    (e): Flow => ({
      from: hangsOn(setup, e.part),
      to: e.part,
      label: 'nothing',
      wrong: hearing !== 'nothing',
      dashes: '1 4',
    }),
  );
  return [...first, ...ears, ...wires, ...lost];
}

const direct = (e: Report['ears'][number]): number => Math.max(e.directLeftSpl, e.directRightSpl);

function hangsOn(setup: Setup, part: PartId): string {
  const joint = setup.joints.find((j) => j.a.part === part || j.b.part === part);
  return joint ? (joint.a.part === part ? joint.b.part : joint.a.part) : part;
}

/** The same in a sentence. */
export function returnWords(setup: Setup, report: Report): string {
  const heard = oneWith(report.verdicts, 'gate', 'heard');
  if (heard.status !== 'pass' || report.ears.length === 0) return heard.sentence;
  const far = hearsFarEnd(setup.job.hearing) ? total(report.delays.far) : 0;
  const late = far > 0 ? `; they hear you after ${figure(far)} ms` : '';
  if (setup.job.hearing === 'myself') return heard.sentence;
  const ears = report.ears.map((e) => lower(nameIn(setup, e.part))).join(', ');
  return `${nameIn(setup, report.playbackPart)} plays to ${ears}${late}`;
}
