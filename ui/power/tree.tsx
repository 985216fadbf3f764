'use client';
import type { Report } from '@/core/assess';
import { figure } from '@/core/format';
import { partIn, type Setup } from '@/core/model';
import { classOf, nameIn, PartIcon } from '../components';

interface Props {
  readonly setup: Setup;
  readonly report: Report;
}

type Node = Report['tree'][number];

/** The USB tree, the device first: what each piece asks, what its port can give, what arrives in volts. */
export function Tree({ setup, report }: Props) {
  const device = setup.parts.find((p) => p.id === report.device);
  if (!device) return null;
  const onTree = new Set(report.tree.map((n) => n.part));
  const there = new Set(setup.parts.map((p) => p.id));
  const others = [...new Set(report.phantom.map((f) => f.from))].filter((id) => !onTree.has(id) && there.has(id));
  return (
    <section aria-label="Power tree" className="rounded-xl border border-rule bg-card px-3 py-2">
      <h2 className="font-bold">
        Who powers what <span className="font-normal text-soft text-sm">asked of what each port can give</span>
      </h2>
      {report.tree.length === 0 ? (
        <p className="mt-1 text-soft">Nothing hangs on a digital port of {nameIn(setup, report.device)}.</p>
      ) : (
        <>
          <p className="mt-1 flex items-center gap-2 font-semibold">
            <PartIcon partClass={classOf(device)} size={24} />
            <span className="min-w-0 wrap-break-word">
              {nameIn(setup, report.device)}{' '}
              {report.feed && (
                <span className="font-normal text-soft text-sm">
                  charged meanwhile with up to {figure(report.feed.chargeMa)} mA from {nameIn(setup, report.feed.part)}
                </span>
              )}
            </span>
          </p>
          <Branches setup={setup} report={report} above={report.device} />
        </>
      )}
      {others.map((id) => (
        <div key={id} className="mt-1.5">
          <p className="flex items-center gap-2 font-semibold">
            <PartIcon partClass={classOf(partIn(setup, id))} size={24} /> {nameIn(setup, id)}
            <span className="font-normal text-soft text-sm">gives phantom power</span>
          </p>
          <Phantom setup={setup} report={report} of={id} />
        </div>
      ))}
    </section>
  );
}

function Branches({ setup, report, above }: Props & { readonly above: string }) {
  const nodes = report.tree.filter((n) => n.on.part === above);
  if (nodes.length === 0) return null;
  return (
    <ul className="ml-3 border-rule border-l-2 pl-4">
      {nodes.map((n) => (
        <li key={n.part} className="mt-1.5">
          <Row setup={setup} report={report} node={n} />
          <Phantom setup={setup} report={report} of={n.part} />
          <Branches setup={setup} report={report} above={n.part} />
        </li>
      ))}
    </ul>
  );
}

/** What an interface on the tree gives on as phantom power, input by input. */
function Phantom({ setup, report, of }: Props & { readonly of: string }) {
  const feeds = report.phantom.filter((f) => f.from === of);
  if (feeds.length === 0) return null;
  return (
    <ul className="ml-3 border-rule border-l-2 border-dashed pl-4">
      {feeds.map((f) => (
        <li
          key={f.joint}
          className="mt-1 grid grid-cols-[minmax(0,1fr)_auto] gap-2 desk:grid-cols-[minmax(0,1fr)_9rem_4.5rem]"
        >
          <span className="leading-tight">
            {nameIn(setup, f.to)}{' '}
            <span className="text-soft text-sm">connection {setup.joints.findIndex((j) => j.id === f.joint) + 1}</span>
          </span>
          <span className={`text-right font-mono text-sm ${f.milliampere > f.mostMa ? 'font-semibold text-fail' : ''}`}>
            {figure(f.milliampere, 1)} of {f.mostMa} mA
          </span>
          <span className="hidden text-right font-mono text-soft text-sm desk:block">{figure(f.volt, 1)} V</span>
        </li>
      ))}
    </ul>
  );
}

function Row({ setup, report, node }: Props & { readonly node: Node }) {
  const part = setup.parts.find((p) => p.id === node.part);
  if (!part) return null;
  const supply = report.usb.find((s) => s.part === node.on.part && s.port === node.on.port);
  const over = supply ? supply.loadMa > supply.supplyMa : !node.powered;
  const share = supply ? Math.min(1, supply.loadMa / supply.supplyMa) : 0;
  return (
    <div className="grid grid-cols-[1.75rem_minmax(0,1fr)_auto] items-center gap-x-2 desk:grid-cols-[1.75rem_minmax(0,1fr)_9rem_8.5rem_4.5rem]">
      <PartIcon partClass={classOf(part)} size={22} />
      <span className="leading-tight">
        {nameIn(setup, node.part)}{' '}
        {!node.powered && <span className="font-semibold text-fail text-sm">gets too little</span>}
        {node.noData?.part === node.part && <span className="text-soft text-sm">power only, no data</span>}
        {node.phantomMa > 0.5 && (
          <span className="text-soft text-sm">{figure(node.phantomMa)} mA of it for phantom power</span>
        )}
      </span>
      {supply ? (
        <>
          <span
            className="hidden h-2.5 overflow-hidden rounded-full border border-soft bg-paper desk:block"
            aria-hidden
          >
            <span
              className={`block h-full ${over ? 'bg-fail' : 'bg-accent'}`}
              style={{ width: `${(100 * share).toFixed(0)}%` }}
            />
          </span>
          <span className={`text-right font-mono text-sm ${over ? 'font-semibold text-fail' : ''}`}>
            {figure(supply.loadMa)} of {figure(supply.supplyMa)} mA
          </span>
        </>
      ) : (
        <>
          <span className="hidden desk:block" />
          <span className="text-right font-mono text-sm">
            {node.drawMa > 0 ? `${figure(node.drawMa)} mA` : 'passes on'}
          </span>
        </>
      )}
      <span className="hidden text-right font-mono text-soft text-sm desk:block">{figure(node.volt, 2)} V</span>
    </div>
  );
}
