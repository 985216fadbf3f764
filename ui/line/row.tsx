'use client';
import type { CSSProperties } from 'react';
import { itemAt } from '@/core/algorithms';
import { concentricName, connectorNamed, describeConnector } from '@/core/connectors';
import { type Joint, type Part, type PartClass, type PortSpec, partIn, type Setup } from '@/core/model';
import { AppIcon, appOf, classOf, headsetOnly, PartIcon, partName } from '../components';
import { knobsText, type Layout, type Spot } from '../setup';
import type { Focus, Lit } from './focus';
import { type Joining, Ports } from './joining';
import { JointDrawing } from './joint-drawing';

interface Props {
  readonly setup: Setup;
  readonly layout: Layout;
  readonly lit: Lit;
  readonly focus: Focus;
  readonly onFocus: (focus: Focus) => void;
  readonly joining: Joining;
}

/** Places on the desk's grid: two half columns a part, so that a joint can stand between two parts. */
const cell = (column: number, span: number, row: number): CSSProperties =>
  ({ '--at': `${column} / span ${span}`, '--row': row }) as CSSProperties;
const CELL = 'desk:col-(--at) desk:row-(--row)';

/** Parts from mouth to app, with the joints between them; a column on a phone, a row on a desk. */
export function Row({ setup, layout, lit, focus, onFocus, joining }: Props) {
  const all = layout.columns + 1;
  const app = appOf(setup.job.app);
  const device = layout.spots.find((s) => s.part === layout.device)!;
  const inOrder = [...layout.spots].sort(
    (a, b) => Number(a.beside) - Number(b.beside) || a.row - b.row || a.column - b.column,
  );
  // On a phone the trunk comes last: a second voice's parts before what both share.
  const pocketOrder = (s: Spot) => (s.beside ? 1000 : 0) + s.column * 10 + s.row;
  return (
    <section aria-label="The line, from mouth to app">
      <div className="hidden justify-between px-1 text-soft desk:flex" aria-hidden>
        <span>from mouth</span>
        <span>to app</span>
      </div>
      <div
        className="flex flex-col gap-1 desk:grid desk:gap-x-0 desk:gap-y-0.5"
        style={{ gridTemplateColumns: `repeat(${2 * all}, minmax(0, 1fr))` }}
      >
        {inOrder.map((spot) => (
          <div key={spot.part} className="contents">
            <div
              className={`${CELL} desk:flex desk:flex-col desk:px-1`}
              style={{ ...cell(2 * spot.column + 1, 2, 2 * spot.row + 1), order: pocketOrder(spot) }}
            >
              <PartCard
                setup={setup}
                spot={spot}
                lit={lit}
                chosen={focus.on === 'part' && focus.id === spot.part}
                onFocus={onFocus}
              />
              <Ports part={spot.part} chosen={focus.on === 'part' && focus.id === spot.part} joining={joining} />
            </div>
            {spot.joints.length > 0 && (
              <div
                className={`${CELL} desk:flex desk:items-center desk:px-0.5`}
                style={{
                  ...jointCell(spot, layout),
                  order: pocketOrder(spot) + (spot.beside ? -1 : 1),
                }}
              >
                {spot.joints.map((id) => (
                  <JointButton
                    key={id}
                    id={id}
                    setup={setup}
                    spot={spot}
                    lit={lit}
                    chosen={focus.on === 'joint' && focus.id === id}
                    onFocus={onFocus}
                  />
                ))}
              </div>
            )}
          </div>
        ))}
        <div
          className={`${CELL} desk:flex desk:flex-col desk:px-1`}
          style={{ ...cell(2 * layout.columns + 1, 2, 2 * device.row + 1), order: 900 }}
        >
          <button
            type="button"
            aria-pressed={focus.on === 'app'}
            onClick={() => onFocus({ on: 'app' })}
            className={`${CARD} ${focus.on === 'app' ? 'border-2 border-accent' : 'border-rule border-dashed'}`}
          >
            <AppIcon size={26} strokeWidth={1.8} aria-hidden className="shrink-0" />
            <span>
              <span className="block font-semibold leading-tight">{app.name}</span>
              <span className="block text-soft text-sm leading-tight">
                {headsetOnly(app) ? 'headset inputs only' : 'any input'}
              </span>
            </span>
          </button>
        </div>
      </div>
    </section>
  );
}

/** Between two parts, below them; a joint that leads from a lower row to the trunk stands at its part's right instead. */
function jointCell(spot: Spot, layout: Layout): CSSProperties {
  const next = layout.spots.some((s) => s.row === spot.row && s.column === spot.column + 1);
  if (spot.row > 0 && !next && spot.column + 1 < layout.columns) {
    return cell(2 * spot.column + 3, 2, 2 * spot.row + 1);
  }
  return cell(2 * spot.column + (spot.beside ? 1 : 2), 2, 2 * spot.row + 2);
}

const CARD =
  'flex w-full items-center gap-3 rounded-xl border bg-card px-3 py-2 text-left hover:border-accent desk:grow desk:flex-col desk:justify-center desk:gap-1 desk:px-1.5 desk:text-center';

const partOf = (setup: Setup, id: string) => partIn(setup, id);
const portOf = (setup: Setup, ref: Joint['a']): PortSpec =>
  classOf(partOf(setup, ref.part)).ports.find((p) => p.id === ref.port)!;

interface ItemProps {
  readonly setup: Setup;
  readonly spot: Spot;
  readonly lit: Lit;
  readonly chosen: boolean;
  readonly onFocus: (focus: Focus) => void;
}

function PartCard({ setup, spot, lit, chosen, onFocus }: ItemProps) {
  const part = partOf(setup, spot.part);
  const partClass = classOf(part);
  const voices = setup.placements
    .filter((p) => p.part === part.id)
    .map((p) => setup.job.sources.find((s) => s.id === p.source)?.name);
  const blamed = lit.parts.has(part.id) && lit.wrong;
  const edge = blamed ? 'border-2 border-fail' : chosen ? 'border-2 border-accent' : 'border-rule';
  return (
    <button
      type="button"
      aria-pressed={chosen}
      onClick={() => onFocus({ on: 'part', id: part.id })}
      className={`${CARD} ${edge}`}
    >
      <PartIcon partClass={partClass} />
      <span className="wrap-anywhere min-w-0">
        <span className="block font-semibold leading-tight">{partName(part)}</span>
        <span className="block text-soft text-sm leading-tight">
          {[...voices, knobsText(part, partClass)].filter(Boolean).join(', ') || (part.name ? partClass.name : '')}
          {lengthText(part, partClass)}
        </span>
        {blamed && <span className="sr-only">guilty part</span>}
      </span>
    </button>
  );
}

/** A length of one's own is worth telling; the usual one is not. */
function lengthText(part: Part, partClass: PartClass): string {
  const own = part.values?.['lengthM'];
  return own === undefined || own === partClass.values['lengthM']?.value ? '' : `, ${own} m`;
}

function JointButton({ id, setup, spot, lit, chosen, onFocus }: ItemProps & { readonly id: string }) {
  const index = setup.joints.findIndex((j) => j.id === id);
  const joint = itemAt(setup.joints, index);
  // As they stand on the sheet: this part at the left, what it leads to at the right.
  const [left, right] = joint.a.part === spot.part ? [joint.a, joint.b] : [joint.b, joint.a];
  const [leftPort, rightPort] = [portOf(setup, left), portOf(setup, right)];
  const blamed = lit.joints.has(joint.id) && lit.wrong;
  const isRadio = leftPort.carries === 'radio';
  return (
    <button
      type="button"
      aria-pressed={chosen}
      onClick={() => onFocus({ on: 'joint', id: joint.id })}
      className={`flex w-full min-w-0 flex-1 items-center justify-center gap-2 rounded-lg border px-1 py-1 desk:flex-col desk:gap-0.5 ${
        blamed
          ? 'border-fail bg-fail-wash'
          : chosen
            ? 'border-accent bg-accent-wash'
            : 'border-transparent hover:border-accent'
      }`}
    >
      <span
        className={`inline-flex size-6 shrink-0 items-center justify-center rounded-full border font-semibold text-sm ${
          blamed ? 'border-fail bg-fail text-card' : 'border-soft bg-card'
        }`}
      >
        <span className="sr-only">Connection </span>
        {index + 1}
      </span>
      <span className="sr-only">
        {jointWords(leftPort)} in {jointWords(rightPort)}
        {blamed ? ', guilty:' : ':'}
      </span>
      <JointDrawing
        left={leftPort}
        right={rightPort}
        outMm={joint.outMm ?? 0}
        className={`${isRadio ? 'h-6' : 'h-15'} w-auto max-w-full`}
      />
      <span
        className={`leading-tight ${spot.joints.length > 1 ? 'text-xs' : 'text-sm'} ${blamed ? 'font-semibold text-fail' : 'text-soft'}`}
      >
        {spot.beside && classOf(partOf(setup, right.part)).kind !== 'lead'
          ? `in ${rightPort.label}`
          : jointCaption(leftPort, rightPort)}
      </span>
    </button>
  );
}

const jointWords = (port: PortSpec): string => describeConnector(connectorNamed(port.connector)!);

/** The fewest words that tell one joint from another: what plug and socket are called, else the name of the connector. */
function jointCaption(left: PortSpec, right: PortSpec): string {
  const [l, r] = [connectorNamed(left.connector)!, connectorNamed(right.connector)!];
  if ([l, r].some((c) => c.form === 'keyed' && c.family === 'unknown')) return 'not known';
  if (l.form === 'keyed') return l.family === 'radio' ? 'radio' : jointWords(left).replace(/ (plug|socket)$/, '');
  const [plug, socket] = l.form === 'concentric-plug' ? [l, r] : [r, l];
  return `${concentricName(plug)} in ${concentricName(socket)}`;
}
