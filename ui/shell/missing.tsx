import Link from 'next/link';
import { useSetAside } from '../components';
import { Screen } from './screen';

/** An address names what is not here, or what is and cannot be read: said, in place of showing another. */
export function Missing({ what, id }: { readonly what: 'setup' | 'job'; readonly id: string }) {
  const aside = useSetAside().find((a) => a.id === id && a.kind === `${what}s`);
  return (
    <Screen title={aside ? `This ${what} cannot be read here` : `There is no ${what} "${id}" here`}>
      {aside ? (
        <p role="alert" className="rounded-xl border border-fail bg-fail-wash p-4">
          <b>{aside.name}</b> is set aside: at <code className="font-mono">{aside.problem.pointer || 'the top'}</code>:{' '}
          {aside.problem.message} It is kept as it is, under Files.
        </p>
      ) : (
        <p>It may have been removed, or lie in another browser: undo brings back what was removed here.</p>
      )}
      <p className="mt-3 flex gap-4">
        <Link className="inline-flex min-h-10 items-center font-semibold text-accent underline" href="/files/">
          Go to Files
        </Link>
        <Link
          className="inline-flex min-h-10 items-center font-semibold text-accent underline"
          href={what === 'job' ? '/' : '/line/'}
        >
          Open the last {what}
        </Link>
      </p>
    </Screen>
  );
}
