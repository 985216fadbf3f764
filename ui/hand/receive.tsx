'use client';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { catalogue } from '@/catalogue';
import { missingOf, type Piece, textOf } from '@/core/hand';
import type { Document, DocumentProblem } from '@/core/model';
import { asAnother, bringDocument, readText, type Single, standingInTheWay } from '@/store';
import { attempt, Button } from '../components';
import { tell } from '../shell';

type Arrived =
  | { readonly ok: true; readonly document: Document; readonly inTheWay: readonly Single[] }
  | { readonly ok: false; readonly problem: DocumentProblem };

/** What has come over by codes: how much of it is still to come, then what it is, and what to do with it. */
export function Receive({ pieces, onOver }: { readonly pieces: readonly Piece[]; readonly onOver: () => void }) {
  const missing = missingOf(pieces);
  const [arrived, setArrived] = useState<Arrived | null>(null);
  const key = pieces.map((p) => p.part).join(' ');
  // biome-ignore lint/correctness/useExhaustiveDependencies: the pieces of one parcel differ by their numbers alone
  useEffect(() => {
    let current = true;
    if (missing.length > 0) return;
    void attempt(() => arrivedFrom(pieces)).then((a) => current && a && setArrived(a));
    return () => {
      current = false;
    };
  }, [key, pieces[0]?.parcel]);
  if (missing.length > 0) return <Missing pieces={pieces} missing={missing} onOver={onOver} />;
  if (!arrived) return null;
  return arrived.ok ? (
    <BringIn {...arrived} onOver={onOver} />
  ) : (
    <div role="alert" className="flex flex-col gap-3 rounded-xl border border-fail bg-fail-wash p-4">
      <p>
        <b>What came over was refused, and nothing was changed.</b> At{' '}
        <code className="font-mono">{arrived.problem.pointer || 'the top'}</code>: {arrived.problem.message}
      </p>
      <Button onClick={onOver}>Read another code</Button>
    </div>
  );
}

async function arrivedFrom(pieces: readonly Piece[]): Promise<Arrived> {
  const text = textOf(pieces);
  if (!text.ok) return { ok: false, problem: { pointer: '', message: text.problem } };
  const read = await readText(text.value, catalogue);
  if (!read.ok) return { ok: false, problem: read.problem };
  return { ok: true, document: read.value, inTheWay: await standingInTheWay(read.value) };
}

function Missing({
  pieces,
  missing,
  onOver,
}: {
  readonly pieces: readonly Piece[];
  readonly missing: readonly number[];
  readonly onOver: () => void;
}) {
  const count = pieces[0]?.count ?? 0;
  return (
    <section
      aria-label="What has come"
      className="flex flex-col gap-3 rounded-xl border border-accent bg-accent-wash p-4"
    >
      <p aria-live="polite" className="font-bold text-lg">
        {count - missing.length} of {count} codes read.
      </p>
      <ul className="flex flex-wrap gap-1.5">
        {Array.from({ length: count }, (_, i) => i + 1).map((n) => (
          <li
            key={n}
            className={`min-w-10 rounded-md border px-2 py-1 text-center font-mono ${missing.includes(n) ? 'border-dashed border-soft' : 'border-accent bg-accent text-accent-ink'}`}
          >
            {n}
            <span className="sr-only">{missing.includes(n) ? ' is missing' : ' is here'}</span>
          </li>
        ))}
      </ul>
      <p>Still to come: {missing.join(', ')}. Read them with the camera below; what is here stays meanwhile.</p>
      <Button onClick={onOver}>Leave it</Button>
    </section>
  );
}

const KINDS = {
  'symplex.setup': 'Setup',
  'symplex.job': 'Job',
  'symplex.drawer': 'Drawer',
  'symplex.entry': 'Note of the log',
  'symplex.bundle': 'Several documents',
} as const;

function BringIn({
  document,
  inTheWay,
  onOver,
}: {
  readonly document: Document;
  readonly inTheWay: readonly Single[];
  readonly onOver: () => void;
}) {
  const router = useRouter();
  const bring = async (make: () => Promise<Document>) => {
    const done = await attempt(async () => {
      const made = await make();
      await bringDocument(made, 'what was handed over');
      return made;
    });
    if (!done) return;
    tell('It is here. Undo takes it away again.');
    onOver();
    router.push(addressOf(done));
  };
  const [first] = inTheWay;
  return (
    <section aria-label="What has come" className="flex flex-col gap-3 rounded-xl border border-accent bg-card p-4">
      <p className="text-soft">{KINDS[document.format]}</p>
      <h2 className="-mt-2 font-bold text-2xl leading-tight">
        {document.format === 'symplex.bundle' ? namesOf(document) : document.name}
      </h2>
      {document.format === 'symplex.setup' && (
        <p>
          {document.parts.length} parts, {document.joints.length} connections.
        </p>
      )}
      {first ? (
        <>
          <p role="alert" className="rounded-lg bg-caution-wash p-2">
            <b>You have another form of {inTheWay.map((d) => `"${d.name}"`).join(', ')} already.</b> Nothing is replaced
            unless you say so.
          </p>
          <Button look="main" className="min-h-14 text-lg" onClick={() => void bring(() => asAnother(document))}>
            Keep both
          </Button>
          <Button className="min-h-12" onClick={() => void bring(async () => document)}>
            Replace mine
          </Button>
        </>
      ) : (
        <Button look="main" className="min-h-14 text-lg" onClick={() => void bring(async () => document)}>
          Bring it in
        </Button>
      )}
      <Button onClick={onOver}>Leave it</Button>
    </section>
  );
}

const namesOf = (d: Extract<Document, { format: 'symplex.bundle' }>): string =>
  [...d.setups, ...d.jobs, ...d.drawers].map((x) => x.name).join(', ');

/** Where it is looked at. */
function addressOf(d: Document): string {
  switch (d.format) {
    case 'symplex.setup':
      return `/line/?setup=${encodeURIComponent(d.id)}`;
    case 'symplex.job':
      return `/?job=${encodeURIComponent(d.id)}`;
    case 'symplex.drawer':
      return '/drawer/';
    case 'symplex.entry':
      return '/log/';
    case 'symplex.bundle':
      return '/files/';
  }
}
