import type { Report } from '../../assess';
import { appIn, type Catalogue, classOfPart, type PartId, type Setup } from '../../model';

type Channel = Report['channels'][number];

/** What was computed of the setup that a take was made with, as far as it tells where a finding comes from. */
export interface Context {
  readonly report: Report;
  /** Which text the finding was told by. */
  readonly message: string;
  /** The channel that it was found on, as computed. */
  readonly computed: Channel | undefined;
  readonly app: string;
  /** The input that the app records from. */
  readonly taken: Report['inputs'][number] | undefined;
  /** The stage on the way with the least headroom. */
  readonly tightest: { readonly part: PartId; readonly headroomDb: number } | undefined;
  /** Numbers of the connections on the way, and of the last before the device. */
  readonly joints: readonly number[];
  readonly lastJoint: number | null;
  /** A part that sends by radio, and one that records by USB. */
  readonly radio: string | null;
  readonly usb: string | null;
  nameOf(part: PartId): string;
}

export function contextOf(
  { message, channel }: { readonly message: string; readonly channel: number | null },
  report: Report,
  setup: Setup,
  catalogue: Catalogue,
  nameOf: (part: PartId) => string,
): Context {
  const computed = report.channels[channel ?? 0];
  const classOf = (id: string) => classOfPart(setup, catalogue, id);
  const ids = setup.parts.map((p) => p.id);
  const line = report.lines[0];
  const joints = line?.joints.map((id) => setup.joints.findIndex((j) => j.id === id) + 1) ?? [];
  const stages = report.stages.flatMap(({ part, stage, headroomDb }) =>
    headroomDb !== null && (!computed || computed.stages.some((f) => f.part === part && f.stage === stage))
      ? [{ part, headroomDb }]
      : [],
  );
  return {
    report,
    message,
    computed,
    app: appIn(catalogue, report.app).name,
    taken: report.inputs.find((i) => i.chosen),
    tightest: [...stages].sort((a, b) => a.headroomDb - b.headroomDb)[0],
    joints,
    lastJoint: joints.at(-1) ?? null,
    radio: ids.find((id) => classOf(id).ports.some((p) => p.carries === 'radio')) ?? null,
    usb: ids.find((id) => classOf(id).usb && classOf(id).inputs && !classOf(id).host) ?? null,
    nameOf,
  };
}
